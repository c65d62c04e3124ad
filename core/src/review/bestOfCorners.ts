import type { PlanSolution } from '../plan/solvePlan'
import { valueAlong } from './along'
import type { AnalysedPass } from './analysis'
import type { Drive } from './drive'

/** A lap put together from the best passes that fit each other. */
export interface BestOfCorners {
  readonly timeS: number
  /** the fastest lap that was driven whole */
  readonly bestLapS: number
  readonly parts: readonly { readonly corner: string; readonly lap: number; readonly timeS: number }[]
}

/** A pass goes on from another only where it arrives as fast as the other left, within this, m/s, and on about the same line, m. */
const SPEED_FITS_MPS = 0.8
const LINE_FITS_M = 1.2

interface Part {
  readonly corner: string
  readonly lap: number
  readonly timeS: number
  readonly entry: { speedMps: number; offsetM: number }
  readonly exit: { speedMps: number; offsetM: number }
}

/**
 * The best of each corner as one lap from line to line. A pass counts only where its entry speed and line fit the exit of the pass before,
 * so that nobody is promised a corner that only a slower approach allowed. Null for fewer than two whole laps.
 */
export function bestOfCorners(plan: PlanSolution, drive: Drive, passes: readonly AnalysedPass[]): BestOfCorners | null {
  const laps = [...new Set(passes.map(({ lap }) => lap))]
  if (laps.length < 2) return null
  const { lengthM } = plan.track
  const at = (m: number) => ({ speedMps: valueAlong(drive, drive.speedMps, m), offsetM: valueAlong(drive, drive.offsetM, m) })
  const time = (m: number) => valueAlong(drive, drive.timeS, m)
  const byLap = laps.map((lap) => {
    const own = passes.filter((one) => one.lap === lap)
    return own.map(({ places, onM }, k): Part => {
      const lapM = onM + lengthM
      const from = k === 0 ? lapM : places.fromM
      const to = k === own.length - 1 ? lapM + lengthM : own[k + 1]!.places.fromM
      return { corner: places.corner.number, lap, timeS: time(to) - time(from), entry: at(from), exit: at(to) }
    })
  })
  const corners = byLap[0]!.length
  const sums = byLap.map((own) => own.reduce((sum, { timeS }) => sum + timeS, 0))
  // the least time up to and with each part, by the lap it is from
  let until = byLap.map((own) => ({ timeS: own[0]!.timeS, parts: [own[0]!] }))
  for (let k = 1; k < corners; k++) {
    until = byLap.map((own) => {
      const part = own[k]!
      const before = until
        .filter(({ parts }) => parts.at(-1)!.lap === part.lap || fits(parts.at(-1)!, part))
        .reduce((best, one) => (one.timeS < best.timeS ? one : best))
      return { timeS: before.timeS + part.timeS, parts: [...before.parts, part] }
    })
  }
  const best = until.reduce((a, b) => (b.timeS < a.timeS ? b : a))
  return {
    ...{ timeS: best.timeS, bestLapS: Math.min(...sums) },
    parts: best.parts.map(({ corner, lap, timeS }) => ({ corner, lap, timeS })),
  }
}

const fits = ({ exit }: Part, { entry }: Part): boolean =>
  Math.abs(exit.speedMps - entry.speedMps) <= SPEED_FITS_MPS && Math.abs(exit.offsetM - entry.offsetM) <= LINE_FITS_M
