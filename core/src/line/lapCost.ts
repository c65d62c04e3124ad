import type { Setup, Vehicle } from '@ochote/contracts'
import type { Track } from '../geometry/track'
import { lapGradientOf } from '../speed/lapGradient'
import { rateSlopesAlong } from '../vehicle/rateSlopes'
import type { GripMap } from './gripMap'
import { curveLine, emptyLineCurvature } from './lineCurvature'
import type { OffsetLine } from './path'

/** A cost of a line with its derivatives by offset, slope and bend at each sample. */
export interface LineCost {
  value: number
  /** what each sample adds to the value, before any rules */
  readonly bySample: Float64Array
  readonly byOffset: Float64Array
  readonly bySlope: Float64Array
  readonly byBend: Float64Array
}

/** Half the distance over which the change of grip across the width is measured, metres. */
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
  const curve = emptyLineCurvature(count)
  const moved = { closed, stepM: column(), curvaturePerM: curve.curvaturePerM, grip: column() }
  const cost = { value: 0, bySample: column(), byOffset: column(), bySlope: column(), byBend: column() }
  return (line) => {
    const { offsetM, slope } = line
    curveLine(track, line, curve)
    for (let i = 0; i < count; i++) {
      moved.grip[i] = grip(i, offsetM[i]!)
      moved.stepM[i] = !closed && i === count - 1 ? 0 : (stepM / 2) * (curve.stretch[i]! + curve.stretch[(i + 1) % count]!)
    }
    const lap = lapGradient(moved)
    for (let i = 0; i < count; i++) {
      const k = track.curvaturePerM[i]!
      const n = offsetM[i]!
      const byK = lap.byCurvature[i]!
      const before = i === 0 ? (closed ? lap.byStep[count - 1]! : 0) : lap.byStep[i - 1]!
      const own = !closed && i === count - 1 ? 0 : lap.byStep[i]!
      const byStretch = ((stepM / 2) * (own + before)) / curve.stretch[i]!
      const byGrip = lap.byGrip[i]! * ((grip(i, n + GRIP_LOOK_M) - grip(i, n - GRIP_LOOK_M)) / (2 * GRIP_LOOK_M))
      cost.byOffset[i] = byK * curve.byOffset[i]! - byStretch * k * (1 - n * k) + byGrip
      cost.bySlope[i] = byK * curve.bySlope[i]! + byStretch * slope[i]!
      cost.byBend[i] = byK * curve.byBend[i]!
    }
    cost.value = lap.lapTimeS
    cost.bySample.set(lap.secondsFrom)
    return cost
  }
}
