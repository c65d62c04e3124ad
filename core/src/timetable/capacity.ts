import type { Problem, Slot } from './problem'

/** The rhythm of a vehicle or an instructor: how soon after a stint the next one may follow. */
interface Rhythm {
  readonly starts: readonly number[]
  readonly lastsMin: number
  /** whether a stint may follow, and which count it then has: of its row, or since the fill */
  readonly next: (count: number, gapMin: number) => number | null
  /** after a gap this long, another stint may always follow */
  readonly longestGapMin: number
}

/**
 * The most stints that fit a rhythm until a time, by looking at every start (dynamic programming over start and count). The first start
 * is the earliest, and no gap is longer than the longest that is ever needed: a later start leaves no more room.
 */
function mostStints({ starts, lastsMin, next, longestGapMin }: Rhythm, until: number): number {
  const usable = starts.filter((t) => t + lastsMin <= until)
  const seen = new Map<number, number>()
  const after = (at: number, count: number): number => {
    const key = at * 128 + count
    const known = seen.get(key)
    if (known !== undefined) return known
    const end = usable[at]! + lastsMin
    let most = 0
    for (let k = at + 1; k < usable.length; k++) {
      const gap = usable[k]! - end
      const now = gap < 0 ? null : next(count, gap)
      if (now !== null) most = Math.max(most, 1 + after(k, now))
      if (gap >= longestGapMin) break
    }
    seen.set(key, most)
    return most
  }
  return usable.length === 0 ? 0 : 1 + after(0, 1)
}

/** Stints that fit the same starts or fewer, and the room there is for them. */
interface Room {
  readonly slots: readonly Slot[]
  readonly vehicles: readonly number[]
  readonly instructors: readonly number[]
}

/** The most stints of each vehicle and of each instructor among some starts and until a time, were it alone with the shortest stints. */
function roomAmong(problem: Problem, slots: readonly Slot[], starts: readonly number[], until: number): Room {
  const lastsMin = Math.min(...slots.map((slot) => problem.students[slot.student]!.lastsMin))
  const known = new Map<string, number>()
  const once = (key: string, most: () => number) => {
    if (!known.has(key)) known.set(key, most())
    return known.get(key)!
  }
  return {
    slots,
    vehicles: problem.vehicles.map(({ gapMin, fillGapMin, perFill, until: outFrom }) =>
      once(`v ${gapMin} ${fillGapMin} ${perFill} ${outFrom}`, () =>
        mostStints(
          {
            ...{ starts, lastsMin, longestGapMin: fillGapMin },
            next: (count, gap) =>
              gap < (count % perFill === 0 ? fillGapMin : gapMin) ? null : perFill === Infinity ? 1 : (count % perFill) + 1,
          },
          Math.min(until, outFrom),
        ),
      ),
    ),
    instructors: problem.instructors.map((i) =>
      once(`i ${i.from} ${i.until} ${i.inARow} ${i.breakMin}`, () =>
        mostStints(
          {
            ...{ lastsMin, longestGapMin: Math.max(problem.turnroundMin, i.breakMin) },
            starts: starts.filter((t) => t >= i.from),
            next: (count, gap) => {
              if (gap < problem.turnroundMin) return null
              const now = i.inARow === Infinity || gap >= i.breakMin ? 1 : count + 1
              return now > i.inARow ? null : now
            },
          },
          Math.min(until, i.until),
        ),
      ),
    ),
  }
}

const allStarts = (slots: readonly Slot[]) => [...new Set(slots.flatMap((slot) => slot.starts))].sort((a, b) => a - b)

/** The most stints of each vehicle and of each instructor until a time, were it alone. */
export function capacities(problem: Problem, until: number): Room {
  return roomAmong(problem, problem.slots, allStarts(problem.slots), until)
}

/** By how many at least the stints are more than the vehicles or instructors that fit them can take at the times that fit them until a time. */
export function tooMany(problem: Problem, until: number): number {
  let over = 0
  if (problem.slots.length === 0) return over
  const startSets = new Map(problem.slots.map((slot) => [slot.starts.join(), slot.starts]))
  startSets.set('all', allStarts(problem.slots))
  for (const starts of startSets.values()) {
    const among = new Set(starts)
    const slots = problem.slots.filter((slot) => slot.starts.every((t) => among.has(t)))
    if (slots.length === 0) continue
    const room = roomAmong(problem, slots, starts, until)
    for (const key of ['vehicles', 'instructors'] as const) {
      const sets = new Map(slots.map((slot) => [slot[key].join(), new Set(slot[key])]))
      sets.set('all', new Set(room[key].keys()))
      for (const set of sets.values()) {
        const needed = slots.filter((slot) => slot[key].every((k) => set.has(k))).length
        const has = [...set].reduce((sum, k) => sum + room[key][k]!, 0)
        over = Math.max(over, needed - has)
      }
    }
  }
  return over
}

export const isTooMuch = (problem: Problem, until: number): boolean => tooMany(problem, until) > 0

/** Whether more time on track is needed until a time than there is. */
export function isTooMuchOut(problem: Problem, until: number): boolean {
  const most = Math.min(problem.onTrackAtOnce, problem.vehicles.length, problem.instructors.length)
  const minutes = new Set<number>()
  for (const slot of problem.slots)
    for (const start of slot.starts) {
      const end = start + problem.students[slot.student]!.lastsMin
      if (end <= until) for (let t = start; t < end; t++) minutes.add(t)
    }
  const needed = problem.slots.reduce((sum, slot) => sum + problem.students[slot.student]!.lastsMin, 0)
  return needed > minutes.size * most
}

/**
 * The earliest end and the least longest wait of a student's stints, were they alone; null where they do not fit even so.
 * Fixed starts are kept.
 */
export function alone(problem: Problem, student: number): { end: number; waitMin: number } | null {
  const { lastsMin, apartMin } = problem.students[student]!
  const slots = problem.slots.filter((slot) => slot.student === student)
  if (slots.length === 0) return { end: problem.from, waitMin: 0 }
  if (slots.some((slot) => slot.starts.length === 0 || slot.vehicles.length === 0 || slot.instructors.length === 0)) return null
  const fixed = new Set(slots.filter((slot) => slot.isFixed).map((slot) => slot.starts[0]!))
  if (fixed.size < slots.filter((slot) => slot.isFixed).length) return null
  const starts = [...new Set(slots.flatMap((slot) => slot.starts))].sort((a, b) => a - b)
  // by start of the last stint so far and how many there are: the least longest wait
  let waits = new Map<number, number>()
  const isFirst = (k: number) => ![...fixed].some((f) => f < starts[k]!)
  starts.forEach((_, k) => isFirst(k) && waits.set(k, 0))
  for (let n = 1; n < slots.length; n++) {
    const next = new Map<number, number>()
    for (const [k, wait] of waits)
      for (let j = k + 1; j < starts.length; j++) {
        const gap = starts[j]! - starts[k]! - lastsMin
        if (gap >= apartMin) {
          const longest = Math.max(wait, gap - apartMin)
          if (longest < (next.get(j) ?? Infinity)) next.set(j, longest)
        }
        if (fixed.has(starts[j]!)) break // a fixed start is not passed over
      }
    waits = next
  }
  const last = Math.max(...fixed)
  const ends = [...waits].filter(([k]) => starts[k]! >= last)
  if (ends.length === 0) return null
  return { end: Math.min(...ends.map(([k]) => starts[k]! + lastsMin)), waitMin: Math.min(...ends.map(([, wait]) => wait)) }
}
