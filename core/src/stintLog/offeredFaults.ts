/** What a seat offers, each in its own place: one of each phase, in the order of a corner. Both kinds of corner share what they can. */
const PLACES = ['be', 'bl', 'te', 'am', 'pl', 'xn'] as const
const PLACES_WITHOUT_BRAKES = ['ly', 'en', 'te', 'am', 'pl', 'xn'] as const

/** A fault as a seat offers it. */
export interface OfferedFault {
  readonly code: string
  /** seen here before */
  readonly likely: boolean
}

/**
 * Six faults to offer at a corner. A fault has the same place at every corner, so that a finger finds it without looking: those seen there
 * before are marked, not moved. One that has no place of its own takes the last that nothing seen needs, the most often seen first.
 * @param seen - codes seen at this corner before, in any order, once a time
 */
export function offeredFaults(seen: readonly string[], braked: boolean): OfferedFault[] {
  const often = new Map<string, number>()
  for (const code of seen) often.set(code, (often.get(code) ?? 0) + 1)
  const places: string[] = [...(braked ? PLACES : PLACES_WITHOUT_BRAKES)]
  const others = [...often].filter(([code]) => !places.includes(code)).sort((a, b) => b[1] - a[1] || (a[0] < b[0] ? -1 : 1))
  for (const [code] of others) {
    let free = places.length - 1
    while (free >= 0 && often.has(places[free]!)) free--
    if (free < 0) break
    places[free] = code
  }
  return places.map((code) => ({ code, likely: often.has(code) }))
}
