import { bracket, signedApart, stationsApart, valueAt, wrapStation } from '../geometry/track'
import type { PlanSolution } from '../plan/solvePlan'
import type { Habit } from './driver'
import { bump } from './drivenFault'

/** A pinched exit is furthest in so far after the exit, and over so much road, m. */
const PINCHED_BEYOND_M = 5
const PINCHED_OVER_M = 14
/** How much of the road a change of the line takes, m. */
const [TURNED_OVER_M, APEX_OVER_M, EXIT_OVER_M, HAZARD_OVER_M] = [45, 45, 26, 14]

/** Where across the road the driver means to be, and how that runs and bends. */
export interface Across {
  offsetM: number
  slope: number
  bendPerM: number
}

/** The plan's line at a station, changed by the driver's fault at the next corner. */
export function acrossAt({ track, line, path, vehicle }: PlanSolution, { places, fault, offsetM: besideM }: Habit, s: number): Across {
  const code = fault?.code ?? null
  const size = fault?.size ?? 0
  const turnLaterM = code === 'te' ? -size : code === 'tl' ? size : 0
  const turned = turnLaterM === 0 ? NaN : places.turnInM + signedApart(track, places.turnInM, places.apexM) / 2
  const fromApex = signedApart(track, places.apexM, s)
  const laterM = turnLaterM === 0 ? 0 : turnLaterM * bump(signedApart(track, turned, s), TURNED_OVER_M)
  const soonerM = code === 'ae' ? size * bump(fromApex, APEX_OVER_M) : 0
  const lineS = laterM === 0 && soonerM === 0 ? s : wrapStation(track, s - laterM + soonerM)
  const i = bracket(track, lineS)
  const lineBend = between(i, track.curvaturePerM)
  const across: Across = {
    offsetM: between(i, line.offsetM),
    slope: between(i, line.slope),
    bendPerM: between(i, path.curvaturePerM) + valueAt(track, track.curvaturePerM, s) - lineBend,
  }
  addBump(across, places.sign * -besideM, fromApex, 40)
  if (code === 'am') addBump(across, -places.sign * size, fromApex, 18)
  if (code === 'tl') addBump(across, -places.sign * 0.12 * size, fromApex, 16)
  // across the road while braking: begun from further in, and out again by the turn
  if (code === 'dg' && places.brakeM !== null) {
    const spread = stationsApart(track, places.brakeM, places.turnInM) / ACROSS_SPREADS
    addBump(across, places.sign * size, signedApart(track, places.brakeM, s), spread)
  }
  // kept turning until the exit, so that the car is still going inwards there
  const fromExit = signedApart(track, places.exitM, s)
  if (code === 'xp') addBump(across, places.sign * size, fromExit - PINCHED_BEYOND_M, PINCHED_OVER_M)
  if (code === 'xn') addBump(across, places.sign * size, fromExit, EXIT_OVER_M)
  if (code === 'xw') addBump(across, -places.sign * size, fromExit, EXIT_OVER_M)
  if (code === 'of') {
    const edgeM = valueAt(track, places.sign > 0 ? track.halfRightM : track.halfLeftM, places.exitM)
    const outsideM = -places.sign * valueAt(track, line.offsetM, places.exitM)
    addBump(across, -places.sign * (edgeM + size - outsideM), fromExit, EXIT_OVER_M)
  }
  if (code === 'ak' || code === 'tr') {
    const hazard = places.hazards[code]
    if (!hazard) return across
    // a side of the car goes so far beyond it
    const plannedM = valueAt(track, line.offsetM, hazard.stationM)
    const side = Math.sign(hazard.offsetM - plannedM)
    addBump(across, hazard.offsetM + side * (size - vehicle.widthM / 2) - plannedM, signedApart(track, hazard.stationM, s), HAZARD_OVER_M)
  }
  return across
}

/** Moves a way along the road sideways, most at a place and less with the distance from it. */
function addBump(across: Across, heightM: number, fromPlaceM: number, spreadM: number): void {
  const d = fromPlaceM / spreadM
  const own = heightM * Math.exp((-d * d) / 2)
  across.offsetM += own
  across.slope -= (own * d) / spreadM
  across.bendPerM += (own * (d * d - 1)) / spreadM ** 2
}

/** A driver who brakes at an angle is back on the line after so many spreads of the way out of it. */
const ACROSS_SPREADS = 2.2

const between = ({ i, j, t }: { i: number; j: number; t: number }, values: Float64Array) => values[i]! + (values[j]! - values[i]!) * t
