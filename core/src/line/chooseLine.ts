import type { FieldProblem, Setup, Vehicle } from '@ochote/contracts'
import type { Corner } from '../geometry/corners'
import { sampleTrack, type Track } from '../geometry/track'
import { success, type Outcome } from '../outcome/outcome'
import { fastestLine } from './fastestLine'
import { givenLine } from './givenLine'
import { gripMapOf } from './gripMap'
import { lineBounds, type LineBounds } from './lineBounds'
import { minimumCurvatureCoefficients } from './minimumCurvature'
import { knotSpacingFor, lineOf, offsetBasis } from './offsetBasis'
import type { OffsetLine } from './path'

/** How a line was found, for those who read it. */
export type LineMethod = 'given' | 'minimum-curvature' | 'least-time'

const BOUNDS_STEP_M = 0.5

export interface ChosenLine {
  line: OffsetLine
  method: LineMethod
}

export interface ChooseLineOptions {
  /** share of the search done, 0…1; a throw stops it */
  readonly onProgress?: (share: number) => void
}

/** The line a set-up asks for. The late-apex and the tight school start from the line of least curvature as it is. */
export function chooseLine(
  track: Track,
  corners: readonly Corner[],
  vehicle: Vehicle,
  setup: Setup,
  { onProgress }: ChooseLineOptions = {},
): Outcome<ChosenLine, FieldProblem[]> {
  if (setup.lineSchool === 'given') {
    const line = givenLine(track, setup.givenLine ?? [[0, 0]])
    return line.ok ? success({ line: line.value, method: 'given' }) : line
  }
  // looked at and searched for at steps of their own, so that the line is the same whatever step it is then driven at
  const bounds = lineBounds(sampleTrack(track.circuit, BOUNDS_STEP_M), corners, {
    vehicleWidthM: vehicle.widthM,
    insideMarginM: setup.insideMarginM,
    outsideMarginM: setup.outsideMarginM,
  })
  if (!bounds.ok) return bounds
  const knotSpacingM = knotSpacingFor(vehicle.kind)
  const coefficients =
    setup.lineSchool === 'fastest'
      ? fastestLine({
          track,
          gripOf: (sampled) => gripMapOf(sampled, setup.conditions),
          vehicle,
          setup,
          bounds: bounds.value,
          knotSpacingM,
          ...(onProgress ? { onProgress } : {}),
        }).coefficients
      : leastCurvature(track, bounds.value, knotSpacingM)
  return success({
    line: lineOf(offsetBasis(track, knotSpacingM), coefficients),
    method: setup.lineSchool === 'fastest' ? 'least-time' : 'minimum-curvature',
  })
}

function leastCurvature(track: Track, bounds: LineBounds, knotSpacingM: number): Float64Array {
  const searched = sampleTrack(track.circuit, knotSpacingM / 4)
  return minimumCurvatureCoefficients(searched, offsetBasis(searched, knotSpacingM), bounds)
}
