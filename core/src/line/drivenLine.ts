import type { Setup, Vehicle } from '@ochote/contracts'
import type { Track } from '../geometry/track'
import { speedAlong } from '../speed/speedAlong'
import type { GripMap } from './gripMap'
import { lineOf, type OffsetBasis } from './offsetBasis'
import { pathOf } from './path'
import { roadAlong } from './roadAlong'

/** A line as it is driven by the model itself, without rounding. */
export interface DrivenCoefficients {
  readonly coefficients: Float64Array
  /** squared speed at each sample, (m/s)² */
  readonly q: Float64Array
  /** the line's own length from each sample to the next */
  readonly stepM: Float64Array
  readonly lapTimeS: number
}

/** Makes a function that drives lines on a sampled track. */
export function driver(
  track: Track,
  basis: OffsetBasis,
  grip: GripMap,
  vehicle: Vehicle,
  setup: Pick<Setup, 'pace' | 'brakingSchool' | 'conditions'>,
): (coefficients: Float64Array) => DrivenCoefficients {
  return (coefficients) => {
    const line = lineOf(basis, coefficients)
    const path = pathOf(track, line)
    const { speedMps, lapTimeS } = speedAlong(roadAlong(track, grip, line, path), vehicle, setup)
    return { coefficients, q: speedMps.map((v) => v * v), stepM: path.stepM, lapTimeS }
  }
}
