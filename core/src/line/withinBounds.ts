import type { FieldProblem, FoundLine, Setup, Vehicle } from '@ochote/contracts'
import type { Circuit } from '../geometry/circuit'
import { cornersOf } from '../geometry/corners'
import { sampleTrack } from '../geometry/track'
import { lineBounds } from './lineBounds'
import { knotSpacingFor, lineOf, offsetBasis } from './offsetBasis'

/** Between the places that a search checks, a line may be over its bounds by this much, metres. */
const SLACK_M = 0.05

/**
 * Problems of a line that a client says was found for a circuit, a vehicle and a set-up: a wrong length, or a place outside its
 * bounds. Empty where there are none.
 */
export function foundLineProblems(circuit: Circuit, vehicle: Vehicle, setup: Setup, found: FoundLine): FieldProblem[] {
  const track = sampleTrack(circuit)
  const basis = offsetBasis(track, knotSpacingFor(vehicle.kind))
  const bounds = lineBounds(track, cornersOf(track), { vehicleWidthM: vehicle.widthM, ...setup })
  if (!bounds.ok) return bounds.problem
  const { lowM, highM } = bounds.value
  return (['coefficients', 'fastest'] as const).flatMap((field) => {
    const coefficients = found[field]
    if (coefficients === null) return []
    if (coefficients.length !== basis.size)
      return [{ field: `line.${field}`, found: `${coefficients.length} numbers`, expected: `${basis.size}, for this circuit` }]
    const { offsetM } = lineOf(basis, Float64Array.from(coefficients))
    const beyond = track.stationM.findIndex((s, i) => offsetM[i]! > highM(s) + SLACK_M || offsetM[i]! < lowM(s) - SLACK_M)
    if (beyond < 0) return []
    const s = track.stationM[beyond]!
    return [
      {
        field: `line.${field}`,
        found: `an offset of ${offsetM[beyond]!.toFixed(2)} m at ${s.toFixed(0)} m`,
        expected: `${lowM(s).toFixed(2)} to ${highM(s).toFixed(2)} m there`,
      },
    ]
  })
}
