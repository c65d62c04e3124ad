import type { DayFile, PlannedStint } from '@ochote/contracts'
import { boundOf } from './bound'
import { breaches } from './breaches'
import { tooMany } from './capacity'
import { smallestClash } from './clash'
import { clockTimeOf } from './clock'
import { isPlainlyImpossible, type Means } from './feasible'
import { fewerStints, mendsOf, type Mend } from './mends'
import { columnsOf, dayModel } from './model'
import { problemOf, type Problem } from './problem'
import { Search, type Found } from './search'
import { costOf, wantsOf, type Want } from './wants'

/** A timetable, and how far it can be from the best. */
export interface Timetable {
  readonly ok: true
  readonly stints: readonly PlannedStint[]
  readonly wants: readonly Want[]
  readonly cost: number
  /** no timetable of this day costs less */
  readonly bound: number
}

/** Why there is no timetable, the most that fits, and what would make one possible. */
export interface NoTimetable {
  readonly ok: false
  readonly clash: readonly { readonly rule: string; readonly says: string }[]
  /** whether it is proved that the rules clash; otherwise none was found in the time there was */
  readonly isProved: boolean
  readonly most: { readonly stints: readonly PlannedStint[] }
  readonly mends: readonly Mend[]
}

/** How long a timetable is looked for, s, and how it is followed and stopped. */
export interface Asked {
  readonly seconds: number
  readonly seed?: number
  readonly onBetter?: (timetable: Timetable) => void
  readonly isStopped?: () => boolean
}

const ROUNDS = 60
/** Shares of the time: to find any timetable, and for the model of a small day. */
const FIRST_SHARE = 0.5
const MODEL_SHARE = 0.3
/** A small day is searched this long before its model is solved, s: the model may prove at once that nothing is better. */
const SEARCH_FIRST_S = 3
/** A model up to this size is worth its share. */
const MOST_MODEL_COLUMNS = 5_000
/** Costs nearer than this are the same. */
const SAME = 1e-4
/** Where no timetable is found there is at least so much time to say why, s. */
const LEAST_S = 2

/**
 * Makes a day's timetable. A search finds one and makes it cheaper for as long as there is time, or until it costs no more than the
 * bound; a mixed-integer solver gives the bound, and for a small day looks for a better one. Where none is found, it says why.
 */
export function makeTimetable(day: DayFile, means: Means, asked: Asked): Timetable | NoTimetable {
  const began = means.now()
  const problem = problemOf(day)
  if (isPlainlyImpossible(problem)) return noTimetable(day, means, asked, began, true)
  const search = new Search(problem, asked.seed ?? 1)
  while (search.found.unplaced > 0 && !isOver(means, asked, began, FIRST_SHARE)) search.improve(ROUNDS)
  if (search.found.unplaced === 0) return cheaper(day, problem, search, means, asked, began)

  const model = columnsOf(problem) <= MOST_MODEL_COLUMNS ? dayModel(problem) : null
  const solved = model && means.solve(model.milp, asked.seconds * MODEL_SHARE)
  const stints = model && solved?.x ? stintsOf(day, problem, model.foundIn(solved.x)) : []
  if (stints.length > 0 && breaches(day, stints).length === 0) return timetableOf(day, stints, 0)
  return noTimetable(day, means, asked, began, solved?.status === 'infeasible')
}

const isOver = (means: Means, { seconds, isStopped }: Asked, began: number, share: number) =>
  isStopped?.() === true || means.now() - began > seconds * share * 1000

/** Makes a timetable that was found cheaper. */
function cheaper(day: DayFile, problem: Problem, search: Search, means: Means, asked: Asked, began: number): Timetable {
  let bound = boundOf(problem, means.solve)
  let best = timetableOf(day, stintsOf(day, problem, search.found), bound)
  asked.onBetter?.(best)
  const isBest = () => best.cost <= bound + SAME
  const take = (stints: readonly PlannedStint[]) => {
    const now = timetableOf(day, stints, bound)
    if (now.cost >= best.cost - SAME) return
    best = now
    asked.onBetter?.(best)
  }
  const go = (share: number) => {
    while (!isBest() && !isOver(means, asked, began, share)) if (search.improve(ROUNDS)) take(stintsOf(day, problem, search.found))
  }
  const isSmall = columnsOf(problem) <= MOST_MODEL_COLUMNS
  go(isSmall ? Math.min(1 - MODEL_SHARE, SEARCH_FIRST_S / asked.seconds) : 1)
  if (isSmall && !isBest() && !isOver(means, asked, began, 1)) {
    const model = dayModel(problem)
    const answer = means.solve(model.milp, asked.seconds * MODEL_SHARE, model.startFrom(search.found))
    bound = Math.max(bound, answer.bound)
    const stints = answer.x ? stintsOf(day, problem, model.foundIn(answer.x)) : []
    if (stints.length > 0 && breaches(day, stints).length === 0) take(stints)
    go(1)
  }
  return { ...best, bound: isBest() ? best.cost : bound }
}

function timetableOf(day: DayFile, stints: readonly PlannedStint[], bound: number): Timetable {
  const wants = wantsOf(day, stints)
  const cost = costOf(wants)
  return { ok: true, stints, wants, cost, bound: Math.min(cost, bound) }
}

/** Stints in time order. */
function stintsOf(day: DayFile, problem: Problem, found: Pick<Found, 'start' | 'vehicle' | 'instructor'>): PlannedStint[] {
  const stints = problem.slots.flatMap((slot, k) => {
    const start = found.start[k]!
    const vehicle = day.vehicles[found.vehicle[k]!]
    const instructor = day.instructors[found.instructor[k]!]
    if (start < 0 || !vehicle || !instructor) return []
    const times = { startsAt: clockTimeOf(start), endsAt: clockTimeOf(start + problem.students[slot.student]!.lastsMin) }
    return [{ student: day.students[slot.student]!.id, vehicle: vehicle.id, instructor: instructor.id, ...times }]
  })
  return stints.sort((a, b) => (a.startsAt < b.startsAt ? -1 : a.startsAt > b.startsAt ? 1 : 0))
}

/** Of the time that is left: to find what clashes, and what would mend it. */
const CLASH_SHARE = 0.45
const MENDS_SHARE = 0.3
/** The fullest timetable is looked for until nothing fuller was found for so long, s. */
const PATIENCE_S = 10

function noTimetable(day: DayFile, means: Means, asked: Asked, began: number, isProved: boolean): Timetable | NoTimetable {
  const left = Math.max(LEAST_S, asked.seconds - (means.now() - began) / 1000)
  const clash = smallestClash(day, means, left * CLASH_SHARE)
  const mends = mendsOf(clash.rules, means, left * MENDS_SHARE)
  const stints = fullest(day, means, () => isOver(means, { ...asked, seconds: Math.max(asked.seconds, LEAST_S) }, began, 1))
  // what seemed impossible was found after all
  if (!isProved && breaches(day, stints).length === 0) return timetableOf(day, stints, 0)
  const fewer = fewerStints(day, stints)
  return {
    ok: false,
    clash: clash.rules.map(({ path, says }) => ({ rule: path, says })),
    isProved: isProved && clash.isProved,
    most: { stints },
    mends: fewer === null ? mends : [...mends, { says: fewer, day: null }],
  }
}

/** As many stints as are found to fit, fixed ones first; each keeps every rule. */
function fullest(day: DayFile, means: Means, isOver: () => boolean): PlannedStint[] {
  // of more fixed stints than a student has stints, the first ones
  const fixed = day.fixed.filter((one, k) => {
    const student = day.students.find((s) => s.id === one.student)
    return day.fixed.slice(0, k).filter((before) => before.student === one.student).length < (student?.stints ?? 0)
  })
  const problem = problemOf({ ...day, fixed })
  const least = tooMany(problem, problem.until)
  const search = new Search(problem, 2)
  let better = means.now()
  while (search.found.unplaced > least && !isOver() && means.now() - better < PATIENCE_S * 1000) {
    const { unplaced } = search.found
    search.improve(ROUNDS)
    if (search.found.unplaced < unplaced) better = means.now()
  }
  return stintsOf(day, problem, search.found)
}
