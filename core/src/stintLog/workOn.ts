import { adviceFor, faultOf, severityNames } from '../faults/catalogue'
import type { Correction, CorrectionOutcome } from './corrections'

/** One thing to work on next, and why it comes first. */
export interface WorkOn {
  readonly corner: string
  readonly code: string
  readonly advice: string
  readonly reason: string
}

/** How much of a fault is left after what its later laps showed. */
const LEFT: Record<CorrectionOutcome, number> = { 'no change': 1, 'back again': 1, 'no lap after': 0.8, better: 0.5, fixed: 0.1 }

/** A student can hold two things. */
export const THINGS_TO_WORK_ON = 2

function weight(c: Correction): number {
  const unsafe = c.severity === 3 ? 1000 : 0 // safety comes before all else, even when it was fixed
  return unsafe + c.severity * c.laps.length * LEFT[c.outcome]
}

function listed(laps: readonly number[]): string {
  if (laps.length === 1) return `lap ${laps[0]}`
  return `laps ${laps.slice(0, -1).join(', ')} and ${laps[laps.length - 1]}`
}

function reasonFor(correction: Correction, all: readonly Correction[]): string {
  const fault = faultOf(correction.code)
  const cause = fault?.because
    .map((code) => all.find((c) => c.corner === correction.corner && c.code === code))
    .find((c) => c !== undefined)
  const seen = `seen on ${listed(correction.laps)}, ${severityNames[correction.severity]}`
  const outcome = correction.outcome === 'fixed' ? 'not seen since' : correction.outcome
  return cause ? `${seen}; ${outcome}; it follows from ${faultOf(cause.code)?.name ?? cause.code}` : `${seen}; ${outcome}`
}

/**
 * What to work on, the most pressing first: unsafe faults, then severity × laps seen × what later laps left of it. A
 * fault whose likely cause was logged at the same corner gives way to its cause.
 * @param markOf - how to find a corner's mark of a duty, or null where the plan has none
 */
export function workOnFrom(corrections: readonly Correction[], markOf: (corner: string, duty: string) => string | null): WorkOn[] {
  const follows = (c: Correction) =>
    c.severity < 3 && corrections.some((cause) => cause !== c && cause.corner === c.corner && faultOf(c.code)?.because.includes(cause.code))
  return corrections
    .filter((c) => faultOf(c.code) !== undefined && !follows(c))
    .sort((a, b) => weight(b) - weight(a) || a.corner.localeCompare(b.corner, 'en', { numeric: true }))
    .map((c) => {
      const fault = faultOf(c.code)!
      const mark = fault.markDuty ? markOf(c.corner, fault.markDuty) : null
      return { corner: c.corner, code: c.code, advice: adviceFor(fault, mark), reason: reasonFor(c, corrections) }
    })
}
