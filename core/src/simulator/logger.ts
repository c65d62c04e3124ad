import { toLonLat } from '../geometry/localMetres'
import type { Track } from '../geometry/track'
import { normalFrom, randomFrom } from '../random/random'
import type { Recording } from '../recording/recording'
import { STEP_S, type Driven } from './driver'

/** What a logger adds of its own. */
export interface LoggerInput {
  readonly rateHz: number
  readonly seed: number
  /** 1 is a usual one, 0 none: positions that drift and jitter, and a little noise on every channel */
  readonly noise: number
  /** whether it records the wheels’ speeds too, as few do */
  readonly wheels?: boolean
}

const DRIFT_M = 0.4
const DRIFT_OVER_S = 22
const JITTER_M = 0.15

/** A drive as a logger with its own rate and noise records it. */
export function logged(track: Track, driven: Driven, { rateHz, seed, noise, wheels = false }: LoggerInput): Recording {
  const random = randomFrom(seed)
  const some = (of: number) => noise * of * normalFrom(random)
  const every = Math.max(1, Math.round(1 / (rateHz * STEP_S)))
  const kept = driven.timeS.map((_, i) => i).filter((i) => i % every === 0)
  const keeps = Math.exp((-every * STEP_S) / DRIFT_OVER_S)
  let [east, north] = [some(DRIFT_M), some(DRIFT_M)]
  const places = kept.map((i) => {
    const fresh = Math.sqrt(1 - keeps * keeps)
    ;[east, north] = [keeps * east + fresh * some(DRIFT_M), keeps * north + fresh * some(DRIFT_M)]
    return toLonLat(track.circuit.frame, driven.x[i]! + east + some(JITTER_M), driven.y[i]! + north + some(JITTER_M))
  })
  const column = (values: readonly number[], deviation: number) => Float64Array.from(kept, (i) => values[i]! + some(deviation))
  const share = (values: readonly number[]) => Float64Array.from(kept, (i) => Math.max(0, Math.min(1, values[i]! + some(0.004))))
  return {
    timeS: Float64Array.from(kept, (i) => driven.timeS[i]!),
    latDeg: Float64Array.from(places, ({ lat }) => lat),
    lonDeg: Float64Array.from(places, ({ lon }) => lon),
    of: {
      ...{ speedMps: column(driven.speedMps, 0.04), throttle: share(driven.throttle), brake: share(driven.brake) },
      ...{ steerRad: column(driven.steerRad, 0.004), gear: column(driven.gear, 0), rpm: column(driven.rpm, 15) },
      ...{ longMps2: column(driven.longMps2, 0.06), latMps2: column(driven.latMps2, 0.08), lap: column(driven.lap, 0) },
      // of the front left wheel, which locks first, and one that rolls
      ...(wheels ? { wheelFlMps: column(driven.slowestWheelMps, 0.05), wheelRrMps: column(driven.speedMps, 0.05) } : {}),
    },
    zeroAtMs: null,
    report: { rows: kept.length, dropped: { repeated: 0, backwards: 0, noPosition: 0, cutOff: 0 }, unknown: [] },
  }
}
