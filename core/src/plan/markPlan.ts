import type { ConeEdits, SchoolTerms } from '@ochote/contracts'
import { applyConeEdits, type Cone } from '../cones/coneEdits'
import { placeCones, type ComputedCone } from '../cones/placeCones'
import { stationsApart, valueAt } from '../geometry/track'
import { roomToBeWrong, type RoomToBeWrong } from '../runOff/roomToBeWrong'
import { roomTooFast, type RoomTooFast } from '../runOff/roomTooFast'
import { drivenOf } from './drivenOf'
import { markFindings, type MarkFinding } from './markFindings'
import type { PlanSolution } from './solvePlan'

/** A plan with its cones and the room they leave: everything that a page draws and prints. */
export interface MarkedPlan {
  /** of the vehicle that is driven */
  readonly solution: PlanSolution
  /** the cones as computed, before any edit */
  readonly computedCones: readonly ComputedCone[]
  readonly cones: readonly Cone[]
  /** for every corner that is braked or lifted for, in the order of the lap */
  readonly room: readonly RoomToBeWrong[]
  /** for every corner, in the order of the lap: what happens 10 % too fast */
  readonly tooFast: readonly RoomTooFast[]
  /** where marks do not agree with the line, the hazards or the school, in the order of the lap */
  readonly findings: readonly MarkFinding[]
}

/** What decides where a plan's cones stand, besides its solution. */
export interface ConeRulesOfPlan {
  /** brake cones stand a second earlier */
  readonly firstSession: boolean
  readonly coneEdits: ConeEdits
}

/**
 * Puts the cones on a solved plan and computes the room they leave.
 * @param terms - what the school says for all its plans: braking beyond the edge, and its units
 * @param placedFor - the solution that the cones are placed for, where another vehicle type drives them than they were placed for;
 * speeds and room are always those of `solution`, the vehicle that is driven
 */
export function markPlan(
  solution: PlanSolution,
  { firstSession, coneEdits }: ConeRulesOfPlan,
  { ground, units }: SchoolTerms,
  placedFor: PlanSolution = solution,
): MarkedPlan {
  const { track, trace, features } = solution
  const placed = placeCones(placedFor.track, features.landmarks, placedFor.corners, {
    firstSession,
    brakingSchool: placedFor.setup.brakingSchool,
    units,
  })
  const computedCones =
    placedFor === solution ? placed : placed.map((cone) => ({ ...cone, speedMps: valueAt(track, trace.speedMps, cone.stationM) }))
  const cones = applyConeEdits(solution, computedCones, coneEdits, units)
  let room: readonly RoomToBeWrong[] | null = null
  let tooFast: readonly RoomTooFast[] | null = null
  let findings: readonly MarkFinding[] | null = null
  return {
    solution,
    computedCones,
    cones,
    // computed when it is first read: a cone that is dragged needs only its place
    get room() {
      return (room ??= roomToBeWrong(drivenOf(solution), solution.corners, features.runOffs, slowingConeFinder(solution, cones), ground))
    },
    get tooFast() {
      return (tooFast ??= roomTooFast(drivenOf(solution), solution.corners, features.runOffs, ground))
    },
    get findings() {
      return (findings ??= markFindings(solution, cones, units))
    },
  }
}

/** Finds the brake or lift cone of a corner. Of several, as for two vehicles, it is the last one, which leaves the least room. */
const slowingConeFinder =
  ({ track, corners }: PlanSolution, cones: readonly Cone[]) =>
  (number: string): number | null => {
    const endM = corners.find((c) => c.number === number)!.endM
    const own = cones.filter((c) => c.cornerNumber === number && (c.duty === 'brake' || c.duty === 'lift')).map((c) => c.stationM)
    return own.sort((a, b) => stationsApart(track, a, endM) - stationsApart(track, b, endM))[0] ?? null
  }
