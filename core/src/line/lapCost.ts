import type { Setup, Vehicle } from '@ochote/contracts'
import type { Track } from '../geometry/track'
import { lapGradientOf } from '../speed/lapGradient'
import { rateSlopesAlong } from '../vehicle/rateSlopes'
import type { GripMap } from './gripMap'
import type { OffsetLine } from './path'

/** A cost of a line with its derivatives by offset, slope and bend at each sample. */
export interface LineCost {
  value: number
  readonly byOffset: Float64Array
  readonly bySlope: Float64Array
  readonly byBend: Float64Array
}

/** Half the distance over which the grip's change across the width is felt, metres. */
const GRIP_LOOK_M = 0.25
const START_SPEED_MPS = 10

/** Lap time of a line with its derivatives. */
export function lapCostOf(
  track: Track,
  grip: GripMap,
  vehicle: Vehicle,
  setup: Pick<Setup, 'pace' | 'brakingSchool' | 'conditions'>,
  rounding: number,
): (line: OffsetLine) => LineCost {
  const { count, stepM, closed } = track
  const lapGradient = lapGradientOf(rateSlopesAlong(track, vehicle, setup, rounding), count, START_SPEED_MPS, rounding)
  const column = () => new Float64Array(count)
  const moved = { closed, stepM: column(), curvaturePerM: column(), grip: column() }
  const stretch = column()
  const cross = column()
  const cost = { value: 0, byOffset: column(), bySlope: column(), byBend: column() }
  return (line) => {
    const { offsetM, slope, bendPerM } = line
    for (let i = 0; i < count; i++) {
      const k = track.curvaturePerM[i]!
      const along = 1 - offsetM[i]! * k
      stretch[i] = Math.sqrt(along * along + slope[i]! * slope[i]!)
      cross[i] = along * (k * along + bendPerM[i]!) + slope[i]! * (2 * slope[i]! * k + offsetM[i]! * track.curvatureSlopePerM2[i]!)
      moved.curvaturePerM[i] = cross[i]! / (stretch[i]! * stretch[i]! * stretch[i]!)
      moved.grip[i] = grip(i, offsetM[i]!)
    }
    for (let i = 0; i < count; i++)
      moved.stepM[i] = !closed && i === count - 1 ? 0 : (stepM / 2) * (stretch[i]! + stretch[(i + 1) % count]!)
    const lap = lapGradient(moved)
    for (let i = 0; i < count; i++) {
      const k = track.curvaturePerM[i]!
      const kSlope = track.curvatureSlopePerM2[i]!
      const n = offsetM[i]!
      const n1 = slope[i]!
      const along = 1 - n * k
      const s2 = stretch[i]! * stretch[i]!
      const cube = s2 * stretch[i]!
      const inner = (-1.5 * cross[i]!) / s2 / cube
      const byK = lap.byCurvature[i]!
      const before = i === 0 ? (closed ? lap.byStep[count - 1]! : 0) : lap.byStep[i - 1]!
      const own = !closed && i === count - 1 ? 0 : lap.byStep[i]!
      const byStretch = (stepM / 2) * (own + before)
      const byGrip = lap.byGrip[i]! * ((grip(i, n + GRIP_LOOK_M) - grip(i, n - GRIP_LOOK_M)) / (2 * GRIP_LOOK_M))
      cost.byOffset[i] =
        byK * ((-k * (2 * k * along + bendPerM[i]!) + n1 * kSlope) / cube + inner * -2 * k * along) +
        (byStretch * -k * along) / stretch[i]! +
        byGrip
      cost.bySlope[i] = byK * ((4 * n1 * k + n * kSlope) / cube + inner * 2 * n1) + (byStretch * n1) / stretch[i]!
      cost.byBend[i] = (byK * along) / cube
    }
    cost.value = lap.lapTimeS
    return cost
  }
}
