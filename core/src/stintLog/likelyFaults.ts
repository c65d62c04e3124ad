import { faults } from '../faults/catalogue'

/** What a seat offers before anything was seen: one of each phase, in the order of a corner. */
const USUAL = ['be', 'bl', 'te', 'am', 'pl', 'xn', 'ae', 'bh', 'tl', 'pe', 'xw', 'en']
/** Where a corner is not braked for, braking faults are not offered first. */
const USUAL_WITHOUT_BRAKES = ['ly', 'te', 'am', 'xn', 'en', 'hf', 'tl', 'ae', 'xw', 'pe']

/**
 * Fault codes to offer for a corner, the likeliest first: those seen there before, the most often seen first, then the usual
 * ones.
 * @param seen - codes seen at this corner before, in any order, once a time
 */
export function likelyFaults(seen: readonly string[], braked: boolean, count: number): string[] {
  const often = new Map<string, number>()
  for (const code of seen) often.set(code, (often.get(code) ?? 0) + 1)
  const before = [...often.entries()].sort((a, b) => b[1] - a[1]).map(([code]) => code)
  const usual = braked ? USUAL : USUAL_WITHOUT_BRAKES
  return [...new Set([...before, ...usual, ...faults.map((f) => f.code)])].slice(0, count)
}
