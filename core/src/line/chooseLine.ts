import { minimumCurvatureCoefficients } from './minimumCurvature'
import type { FieldProblem, FoundLine, Setup, Vehicle } from '@ochote/contracts'
import type { Corner } from '../geometry/corners'
import { sampleTrack, type Track } from '../geometry/track'
import { success, type Outcome } from '../outcome/outcome'
import { cornerOwners } from './cornerPieces'
import { driver } from './drivenLine'
import { fastestLine } from './fastestLine'
import { lineSpaces } from './lineSpaces'
import { givenLine } from './givenLine'
import { gripMapOf, RAMP_M, usualLineOf, type UsualLine } from './gripMap'
import { lateApexLine } from './lateApex'
import { lineBounds } from './lineBounds'
import { exemptFromLateApex, LEFT_OUT, leastSpeeds } from './fastestDriven'
import { evenSpacing, knotSpacingFor, lineOf, offsetBasis } from './offsetBasis'
import { linePointsOf } from './linePoints'
import { pathOf, type OffsetLine } from './path'
import { mostCurvature, tightLine, tightWithin } from './tightLine'

/** How a line was found. */
export type LineMethod = 'given' | 'least-time' | 'late-apex' | 'tight'

/** Version of the search. A line stored by another version is not used. */
export const LINE_SEARCH_VERSION = 8

const BOUNDS_STEP_M = 0.5
const SEARCH_STEPS_PER_KNOT = 4
/** Beside a slippery band, the search's samples may turn more than usual: otherwise one hairpin would make them all finer. */
const BANDED_TURN_RAD = (15 * Math.PI) / 180
/** Share of the computation that goes into the fastest line, for schools that start from it. */
const FASTEST_SHARE = 0.5

export interface ChosenLine {
  readonly line: OffsetLine
  readonly method: LineMethod
  /** the fastest line, which the late-apex and tight schools start from and are compared with */
  readonly fastest: OffsetLine | null
  /** why corners are not driven as the late-apex or tight school asks, by corner number */
  readonly exempt: ReadonlyMap<string, string>
  /** the usual dry line that grip was computed with */
  readonly usual: UsualLine
  /** the result of the search, to be stored for the same input; null where nothing was searched for */
  readonly found: FoundLine | null
}

interface ChooseLineOptions {
  /** the result of an earlier search for the same circuit, vehicle and set-up */
  readonly found?: FoundLine
  /** the result for a similar vehicle or set-up on the same circuit: a few steps from it give a first answer, not the line itself */
  readonly near?: FoundLine
  /** coefficients of the fastest line, where another school's search for the same circuit, vehicle and set-up found it */
  readonly fastest?: readonly number[]
  /** receives the share of the search done, 0…1; a throw stops the search */
  readonly onProgress?: (share: number) => void
}

const METHODS = { fastest: 'least-time', 'late-apex': 'late-apex', tight: 'tight' } as const

/** The line that a set-up asks for (docs/line.md). */
export function chooseLine(
  track: Track,
  corners: readonly Corner[],
  vehicle: Vehicle,
  setup: Setup,
  { found: stored, near, fastest, onProgress }: ChooseLineOptions = {},
): Outcome<ChosenLine, FieldProblem[]> {
  const usual = stored?.usual ? Float64Array.from(stored.usual) : usualLineOf(track.circuit, setup.conditions)
  if (setup.lineSchool === 'given') {
    const line = givenLine(track, setup.givenLine ?? [[0, 0]])
    return line.ok ? success({ line: line.value, method: 'given', fastest: null, exempt: new Map(), usual, found: null }) : line
  }
  const basis = offsetBasis(track, knotSpacingFor(vehicle.kind))
  const search =
    stored?.coefficients.length === basis.size
      ? success(stored)
      : findLine(
          {
            ...{ track, corners, vehicle, setup, usual },
            near: near?.coefficients.length === basis.size ? near : null,
            fastest: fastest?.length === basis.size ? fastest : null,
          },
          onProgress,
        )
  if (!search.ok) return search
  const found = search.value
  return success({
    line: lineOf(basis, Float64Array.from(found.coefficients)),
    method: METHODS[setup.lineSchool],
    fastest: found.fastest && lineOf(basis, Float64Array.from(found.fastest)),
    exempt: new Map(found.exempt),
    usual,
    found,
  })
}

interface LineSearch {
  readonly track: Track
  readonly corners: readonly Corner[]
  readonly vehicle: Vehicle
  readonly setup: Setup
  readonly usual: UsualLine
  readonly near: FoundLine | null
  readonly fastest: readonly number[] | null
}

/** The corners that a near line was not asked at, with this plan's own choices. */
const exemptAsNear = ({ exempt }: FoundLine, leftOut: readonly string[]): Map<string, string> =>
  new Map([...exempt.filter(([, reason]) => reason !== LEFT_OUT), ...leftOut.map((number) => [number, LEFT_OUT] as const)])

/** Searches for the line of a school. */
function findLine(
  { track, corners, vehicle, setup, usual, near, fastest }: LineSearch,
  onProgress?: (share: number) => void,
): Outcome<FoundLine, FieldProblem[]> {
  // bounds are checked and lines searched for at fixed steps, so that the line does not depend on the step it is then driven at
  const bounds = lineBounds(sampleTrack(track.circuit, BOUNDS_STEP_M), corners, {
    vehicleWidthM: vehicle.widthM,
    insideMarginM: setup.insideMarginM,
    outsideMarginM: setup.outsideMarginM,
  })
  if (!bounds.ok) return bounds
  const knotSpacingM = knotSpacingFor(vehicle.kind)
  const searchedOn = {
    track,
    gripOf: (sampled: Track, rampM: number) => gripMapOf(sampled, setup.conditions, usual, rampM),
    vehicle,
    setup,
    knotSpacingM,
  }
  const spaceAt = lineSpaces(searchedOn, (stepM) => sampleTrack(track.circuit, stepM))
  // with samples at the knots, where a line's curvature has its corners, none of them is left out between two samples
  const perKnot = evenSpacing(track.lengthM, knotSpacingM) / knotSpacingM
  const bandedSpaceAt = lineSpaces(searchedOn, (stepM) => sampleTrack(track.circuit, stepM * perKnot, BANDED_TURN_RAD))
  const searchStepM = knotSpacingM / SEARCH_STEPS_PER_KNOT
  const isBanded = setup.conditions.rubberedGrip !== 1
  let smoothFound: Float64Array | null = null
  const smooth = () => {
    const { track: sampled, basis } = spaceAt(searchStepM)
    return (smoothFound ??= minimumCurvatureCoefficients(sampled, basis, bounds.value))
  }
  const problem = {
    ...searchedOn,
    isBanded,
    bounds: bounds.value,
    corners,
    spaceAt: isBanded ? bandedSpaceAt : spaceAt,
    smooth,
  }
  const alone = setup.lineSchool === 'fastest'
  const nearFastest = near && Float64Array.from(near.fastest ?? near.coefficients)
  const start = fastest
    ? Float64Array.from(fastest)
    : fastestLine({
        ...problem,
        ...(nearFastest ? { near: nearFastest } : {}),
        onProgress: (share) => onProgress?.(alone ? share : FASTEST_SHARE * share),
      }).coefficients
  const usualToStore = usual && [...usual]
  if (alone) return success({ coefficients: [...start], fastest: null, usual: usualToStore, exempt: [] })
  const searched = spaceAt(searchStepM)
  const search = {
    spaceAt,
    searchStepM,
    bounds: bounds.value,
    start,
    onProgress: (share: number) => onProgress?.(FASTEST_SHARE + (1 - FASTEST_SHARE) * share),
  }
  const driven = { track: searched.track, line: lineOf(searched.basis, start), corners, vehicle, setup, usual }
  if (setup.lineSchool === 'late-apex') {
    // the line of least curvature is closer to the school's rules than the fastest line, but lies in the band where that is slippery
    // a near line of another school has no late apexes to follow
    const nearLate = near?.fastest && near.exempt.length < corners.length ? Float64Array.from(near.coefficients) : null
    const late = lateApexLine({
      ...search,
      driverAt: (stepM) => {
        const space = search.spaceAt(stepM)
        return driver(space.track, space.basis, problem.gripOf(space.track, RAMP_M), vehicle, setup)
      },
      corners,
      exempt: nearLate ? exemptAsNear(near!, setup.lateApexNotAt ?? []) : exemptFromLateApex(driven, setup.lateApexNotAt ?? []),
      fastest: start,
      follows: nearLate !== null,
      starts: nearLate ? [nearLate] : [start, ...(isBanded ? [] : [smooth()])],
    })
    return success({ coefficients: [...late.coefficients], fastest: [...start], usual: usualToStore, exempt: [...late.exempt] })
  }
  const speeds = { ...driven, ...leastSpeeds(driven) }
  // what it costs is measured finely: the limit is close
  const fine = search.spaceAt(search.searchStepM / 2)
  const onFine = lineOf(fine.basis, start)
  const points = linePointsOf({ track: fine.track, line: onFine, path: pathOf(fine.track, onFine) }, corners)
  const driveFinely = driver(fine.track, fine.basis, problem.gripOf(fine.track, RAMP_M), vehicle, setup)
  const tight = tightWithin({
    ...fine,
    drive: driveFinely,
    owner: cornerOwners(
      fine.track,
      corners.map(({ number }, c) => ({ number, apexM: points[c]!.apexM })),
    ),
    corners: corners.map((c) => c.number),
    fastest: driveFinely(start),
    lineFor: (lostShare, before) => tightLine({ ...search, before, mostCurvaturePerM: mostCurvature(speeds, vehicle, setup, lostShare) }),
  })
  return success({
    coefficients: [...tight.coefficients],
    fastest: [...start],
    usual: usualToStore,
    exempt: [...tight.notTight],
  })
}
