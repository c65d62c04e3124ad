import { alone, capacities, isTooMuch, isTooMuchOut } from './capacity'
import { MilpBuilder, type MilpSolver } from './milp'
import type { Problem } from './problem'

/** One model of counts takes this long at most, s. */
const COUNTS_S = 2
const MOST_ENDS = 4

/**
 * A cost that no timetable of a day can be under. It takes the earliest end that the vehicles' and instructors' rhythms allow, the
 * longest waits that each student has even alone, and the fewest instructors met and most even use of vehicles by counts alone: how
 * many stints each can take until that end. Everything left out only makes room, so the bound is honest; it is not sharp.
 */
export function boundOf(problem: Problem, solve: MilpSolver): number {
  if (problem.slots.length === 0) return 0
  const { weights } = problem
  const waits = weights.evenWait * (leastWait(problem) / 60)
  let least = Infinity
  // a later end costs more and leaves more room
  for (const end of endsFrom(problem, earliestEnd(problem)).slice(0, MOST_ENDS)) {
    const early = weights.earlyFinish * ((end - problem.from) / 60)
    if (early >= least) return waits + least
    const counts = leastByCounts(problem, end, solve)
    least = Math.min(least, early + counts)
    if (counts === 0) return waits + least
  }
  const last = endsFrom(problem, earliestEnd(problem))[MOST_ENDS]
  return waits + (last === undefined ? least : Math.min(least, weights.earlyFinish * ((last - problem.from) / 60)))
}

function endsFrom(problem: Problem, first: number): number[] {
  const ends = problem.slots.flatMap((slot) => slot.starts.map((t) => t + problem.students[slot.student]!.lastsMin))
  return [...new Set(ends)].filter((end) => end >= first).sort((a, b) => a - b)
}

/** The earliest end of the day that its rhythms and each student alone allow, min after midnight. */
export function earliestEnd(problem: Problem): number {
  const byStudent = problem.students.map((_, k) => alone(problem, k)?.end ?? problem.until)
  const ends = endsFrom(problem, Math.max(...byStudent))
  let low = 0
  let high = ends.length - 1
  while (low < high) {
    const mid = (low + high) >> 1
    if (isTooMuch(problem, ends[mid]!) || isTooMuchOut(problem, ends[mid]!)) low = mid + 1
    else high = mid
  }
  return ends[low] ?? problem.until
}

function leastWait(problem: Problem): number {
  return problem.students.reduce((sum, student, k) => sum + (student.stints < 2 ? 0 : (alone(problem, k)?.waitMin ?? 0)), 0)
}

/** The least cost of instructors met and uneven use when only counts are looked at; exact where the solver ends in time, else its bound. */
function leastByCounts(problem: Problem, until: number, solve: MilpSolver): number {
  const m = new MilpBuilder()
  const { weights, students } = problem
  const room = capacities(problem, until)
  const most = m.column(weights.evenVehicles, 0)
  const fewest = m.column(-weights.evenVehicles, 0)
  const byVehicle: [number, number][][] = problem.vehicles.map(() => [])
  const byInstructor: [number, number][][] = problem.instructors.map(() => [])
  students.forEach((student, s) => {
    const slots = problem.slots.filter((slot) => slot.student === s)
    if (slots.length === 0) return
    const inVehicles = [...new Set(slots.flatMap((slot) => slot.vehicles))].map((v) => {
      const column = m.column(0, 0, slots.length, true)
      byVehicle[v]!.push([column, 1])
      return [column, 1] as const
    })
    m.row(slots.length, inVehicles, slots.length)
    m.add(-weights.sameInstructor)
    const met = [...new Set(slots.flatMap((slot) => slot.instructors))].flatMap((i) => {
      const { from, until: to } = problem.instructors[i]!
      if (!slots.some((slot) => slot.starts.some((t) => t >= from && t + student.lastsMin <= to))) return []
      const column = m.column(0, 0, slots.length, true)
      const meets = m.choice(weights.sameInstructor)
      byInstructor[i]!.push([column, 1])
      m.row(
        -Infinity,
        [
          [column, 1],
          [meets, -slots.length],
        ],
        0,
      )
      return [[column, 1] as const]
    })
    m.row(slots.length, met, slots.length)
  })
  byVehicle.forEach((terms, v) => {
    m.row(-Infinity, terms, room.vehicles[v]!)
    m.row(0, [[most, 1], ...terms.map(([column]) => [column, -1] as const)], Infinity)
    m.row(-Infinity, [[fewest, 1], ...terms.map(([column]) => [column, -1] as const)], 0)
  })
  byInstructor.forEach((terms, i) => m.row(-Infinity, terms, room.instructors[i]!))
  const { status, bound } = solve(m.build(), COUNTS_S)
  if (status === 'infeasible') return Infinity
  return Math.max(0, bound - 1e-6)
}
