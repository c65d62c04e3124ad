import { GRAVITY_MPS2, success, toLonLat, type Outcome } from '@ochote/core'
import { drive, randomFrom, type DrivenFault } from '@ochote/core/simulator'
import type { FieldProblem, LiveSample, SimulatedLogger } from '@ochote/contracts'
import { solved, type SolveTask } from '../solutions/solved'

/** A stint to be driven by a simulated student, on its plan. */
export interface DrivenTask {
  readonly plan: SolveTask
  readonly asked: Pick<SimulatedLogger, 'skill' | 'faults' | 'laps'>
  readonly seed: number
}

/** One of the samples of a drive, which follow each other `HZ` times a second. */
export type DrivenSample = Omit<LiveSample, 'seq' | 'timeMs'>

/** Samples in a second. */
export const HZ = 25
const STEPS_A_SAMPLE = 4
/** The car is on its way to the line when its logger is started, m. */
const BEFORE_LINE_M = 250
const POSITION_NOISE_M = 0.15
const KMH = 3.6

/** How large a fault is that a student is given to: m, but for `bh`, km/h. */
const sizes: Readonly<Record<SimulatedLogger['faults'][number], number>> = { be: 22, bl: 12, bh: 9, am: 2, pl: 30, xn: 2.4 }

/** Drives a stint and records it. It takes a moment for each lap, so it runs in a thread beside the server. */
export function drivenSamples({ plan: task, asked, seed }: DrivenTask): Outcome<DrivenSample[], FieldProblem[]> {
  const solution = solved(task)
  if (!solution.ok) return solution
  const plan = solution.value
  const { track } = plan
  // a student who has several faults shows one at a corner, and another on the next lap
  const faults = Array.from({ length: asked.laps }, (_, k) => k + 1).flatMap((lap) =>
    plan.corners.flatMap(({ number, points }, c): DrivenFault[] => {
      const code = asked.faults[(lap + c) % asked.faults.length]
      const isOfBraking = code === 'be' || code === 'bl'
      return code === undefined || (isOfBraking && points.brakeStart === null) ? [] : [{ lap, corner: number, code, size: sizes[code] }]
    }),
  )
  const driven = drive({ plan, laps: asked.laps, faults, seed, unsteady: 1.5 * (1 - asked.skill) })
  let first = driven.lap.indexOf(1)
  for (let left = BEFORE_LINE_M; left > 0 && first > 0; first--) left -= driven.speedMps[first]! / 100
  const random = randomFrom(seed)
  const noise = () => POSITION_NOISE_M * (random() + random() + random() - 1.5) * 2
  const samples: DrivenSample[] = []
  for (let i = first; i < driven.timeS.length; i += STEPS_A_SAMPLE) {
    const { lon, lat } = toLonLat(track.circuit.frame, driven.x[i]! + noise(), driven.y[i]! + noise())
    samples.push({
      ...{ lat, lon, speedKmh: driven.speedMps[i]! * KMH, gear: driven.gear[i]! },
      ...{ longG: driven.longMps2[i]! / GRAVITY_MPS2, latG: driven.latMps2[i]! / GRAVITY_MPS2 },
      ...{ throttlePct: share(driven.throttle[i]!), brakePct: share(driven.brake[i]!) },
    })
  }
  return success(samples)
}

const share = (value: number): number => 100 * Math.min(1, Math.max(0, value))
