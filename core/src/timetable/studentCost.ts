import type { Problem } from './problem'

/** A start, vehicle or instructor of a slot that is off the board. */
export const NOWHERE = -1

/** Where slots are: minutes after midnight, and places in the day's lists. */
interface Placed {
  readonly start: Int32Array
  readonly ends: Int32Array
  readonly vehicle: Int32Array
  readonly instructor: Int32Array
}

/**
 * What a student's stints cost: instructors met, the longest wait, and what is not as they were told. It is asked for thousands of times
 * a second, so it allocates nothing.
 * @param own - the student's slots in time order
 * @param at - a place in `own` at which one more stint is thought of, from `start` to `end`; its vehicle and instructor are counted
 *   elsewhere. `NOWHERE` for none
 */
export function studentCost(
  { weights, students }: Problem,
  student: number,
  own: readonly number[],
  placed: Placed,
  at: number,
  start: number,
  end: number,
): number {
  const { apartMin, was } = students[student]!
  const n = own.length + (at === NOWHERE ? 0 : 1)
  if (n === 0) return 0
  let met = 0
  for (let k = 0; k < own.length; k++) {
    let isNew = true
    for (let j = 0; j < k && isNew; j++) isNew = placed.instructor[own[j]!] !== placed.instructor[own[k]!]
    if (isNew) met++
  }
  let longest = 0
  let keep = 0
  let last = NOWHERE
  for (let k = 0; k < n; k++) {
    const isAdded = k === at
    const slot = own[at !== NOWHERE && k > at ? k - 1 : k]!
    const from = isAdded ? start : placed.start[slot]!
    if (last !== NOWHERE) longest = Math.max(longest, from - last)
    last = isAdded ? end : placed.ends[slot]!
    const told = was[k]
    if (!told) continue
    if (told.start !== from) keep += 1
    if (isAdded) continue
    if (told.vehicle !== placed.vehicle[slot]) keep += 0.5
    if (told.instructor !== placed.instructor[slot]) keep += 0.5
  }
  const waits = n < 2 ? 0 : (longest - apartMin) / 60
  return weights.sameInstructor * Math.max(0, met - 1) + weights.evenWait * waits + weights.keep * keep
}
