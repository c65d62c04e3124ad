import type { FieldProblem, Setup, Vehicle } from '@ochote/contracts'
import type { Corner } from '../geometry/corners'
import { sampleTrack, type Track } from '../geometry/track'
import { success, type Outcome } from '../outcome/outcome'
import { fastestLine, lineSpaces, type LineProblem } from './fastestLine'
import { givenLine } from './givenLine'
import { gripMapOf } from './gripMap'
import { lateApexLine } from './lateApex'
import { lineBounds } from './lineBounds'
import { exemptFromLateApex, leastSpeeds } from './fastestDriven'
import { knotSpacingFor, lineOf, offsetBasis } from './offsetBasis'
import type { OffsetLine } from './path'
import { mostCurvature, tightLine } from './tightLine'

/** How a line was found, for those who read it. */
export type LineMethod = 'given' | 'least-time' | 'late-apex' | 'tight'

const BOUNDS_STEP_M = 0.5
const SEARCH_STEPS_PER_KNOT = 4
/** Share of the work that goes into the fastest line, where another follows from it. */
const FASTEST_SHARE = 0.5

export interface ChosenLine {
  readonly line: OffsetLine
  readonly method: LineMethod
  /** the fastest line, which the late-apex and the tight school start from and are compared with */
  readonly fastest: OffsetLine | null
  /** why corners were left as they come in the late-apex school, by number */
  readonly exempt: ReadonlyMap<string, string>
}

export interface ChooseLineOptions {
  /** share of the search done, 0…1; a throw stops it */
  readonly onProgress?: (share: number) => void
}

/** The line a set-up asks for (physics.md section 4). */
export function chooseLine(
  track: Track,
  corners: readonly Corner[],
  vehicle: Vehicle,
  setup: Setup,
  { onProgress }: ChooseLineOptions = {},
): Outcome<ChosenLine, FieldProblem[]> {
  if (setup.lineSchool === 'given') {
    const line = givenLine(track, setup.givenLine ?? [[0, 0]])
    return line.ok ? success({ line: line.value, method: 'given', fastest: null, exempt: new Map() }) : line
  }
  // looked at and searched for at steps of their own, so that the line is the same whatever step it is then driven at
  const bounds = lineBounds(sampleTrack(track.circuit, BOUNDS_STEP_M), corners, {
    vehicleWidthM: vehicle.widthM,
    insideMarginM: setup.insideMarginM,
    outsideMarginM: setup.outsideMarginM,
  })
  if (!bounds.ok) return bounds
  const knotSpacingM = knotSpacingFor(vehicle.kind)
  const problem: LineProblem = {
    track,
    gripOf: (sampled, rampM) => gripMapOf(sampled, setup.conditions, rampM),
    vehicle,
    setup,
    bounds: bounds.value,
    knotSpacingM,
  }
  const basis = offsetBasis(track, knotSpacingM)
  const alone = setup.lineSchool === 'fastest'
  const fastest = fastestLine({ ...problem, onProgress: (share) => onProgress?.(alone ? share : FASTEST_SHARE * share) }).coefficients
  if (alone) return success({ line: lineOf(basis, fastest), method: 'least-time', fastest: null, exempt: new Map() })
  const search = {
    spaceAt: lineSpaces(problem),
    searchStepM: knotSpacingM / SEARCH_STEPS_PER_KNOT,
    bounds: bounds.value,
    start: fastest,
    onProgress: (share: number) => onProgress?.(FASTEST_SHARE + (1 - FASTEST_SHARE) * share),
  }
  const searched = search.spaceAt(search.searchStepM)
  const driven = { track: searched.track, line: lineOf(searched.basis, fastest), corners, vehicle, setup }
  if (setup.lineSchool === 'late-apex') {
    const exempt = exemptFromLateApex(driven)
    const line = lineOf(basis, lateApexLine({ ...search, corners, exempt }))
    return success({ line, method: 'late-apex', fastest: lineOf(basis, fastest), exempt })
  }
  const mostCurvaturePerM = mostCurvature({ ...driven, ...leastSpeeds(driven) }, vehicle, setup)
  const line = lineOf(basis, tightLine({ ...search, mostCurvaturePerM }))
  return success({ line, method: 'tight', fastest: lineOf(basis, fastest), exempt: new Map() })
}
