import { Board } from './board'
import { alone, isTooMuch, isTooMuchOut } from './capacity'
import type { MilpSolver } from './milp'
import { columnsOf, dayModel } from './model'
import type { Problem } from './problem'
import { Search, type Found } from './search'

/** Whether a day has a timetable; `unknown` where neither one nor a proof that there is none was found in time. */
export type Feasible = { readonly is: 'yes'; readonly found: Found } | { readonly is: 'no' | 'unknown' }

/** What a search may use up. */
export interface Means {
  readonly solve: MilpSolver
  /** a clock, ms */
  readonly now: () => number
}

/** A model up to this size is proved to have no answer in a second or two. */
const MOST_PROOF_COLUMNS = 5_000
const ROUNDS = 40

/** Looks for a timetable, and for a proof that there is none. */
export function feasible(problem: Problem, { solve, now }: Means, seconds: number, seed = 1): Feasible {
  if (isPlainlyImpossible(problem)) return { is: 'no' }
  const search = new Search(problem, seed)
  const until = now() + seconds * 1000
  while (search.found.unplaced > 0 && now() < until) search.improve(ROUNDS)
  if (search.found.unplaced === 0) return { is: 'yes', found: search.found }
  if (columnsOf(problem) > MOST_PROOF_COLUMNS) return { is: 'unknown' }
  const { milp } = dayModel(problem)
  const answer = solve({ ...milp, cost: milp.cost.map(() => 0) }, 2 * seconds)
  return { is: answer.status === 'infeasible' ? 'no' : 'unknown' }
}

/** Whether a day is impossible for a reason that needs no search, such as more stints than the cars can take. */
export function isPlainlyImpossible(problem: Problem): boolean {
  return (
    problem.overfixed.length > 0 ||
    problem.slots.some((slot) => slot.starts.length === 0 || slot.vehicles.length === 0 || slot.instructors.length === 0) ||
    doFixedClash(problem) ||
    problem.students.some((_, k) => alone(problem, k) === null) ||
    isTooMuch(problem, problem.until) ||
    isTooMuchOut(problem, problem.until)
  )
}

/** Whether fixed stints with a vehicle and an instructor of their own get in each other's way. Fills move with what is added, so they don't count. */
function doFixedClash(problem: Problem): boolean {
  const board = new Board({ ...problem, vehicles: problem.vehicles.map((v) => ({ ...v, perFill: Infinity })) })
  return problem.slots.some((slot, at) => {
    if (!slot.isFixed || slot.vehicles.length > 1 || slot.instructors.length > 1) return false
    const place = board.bestPlace(at, () => false)
    if (place) board.put(at, place.start, place.vehicle, place.instructor)
    return place === null
  })
}
