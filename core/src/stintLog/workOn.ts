import { adviceFor, faultOf, severityNames, type Severity } from '../faults/catalogue'
import type { FollowUp, Verdict } from './followUp'

/** One thing to work on next, and why it comes first. */
export interface WorkOn {
  readonly corner: string
  readonly code: string
  readonly advice: string
  readonly reason: string
  /** how bad it was at its worst */
  readonly severity: Severity
}

/** How much of a fault counts as left, by what its later laps showed. */
const LEFT: Record<Verdict, number> = {
  'no change': 1,
  'back again': 1,
  'no lap after': 0.8,
  better: 0.5,
  'not seen since': 0.2,
  fixed: 0.1,
}

/** A student can hold two things. */
export const THINGS_TO_WORK_ON = 2

/** A follow-up of a fault that was logged. */
type Logged = FollowUp & { readonly severity: Severity }
const isLogged = (followUp: FollowUp): followUp is Logged => followUp.severity !== null

function weight({ severity, seenOn, verdict }: Logged): number {
  const unsafe = severity === 3 ? 1000 : 0 // safety comes before everything else, even once it is fixed
  return unsafe + severity * seenOn.length * LEFT[verdict]
}

/** "lap 3", "laps 2, 3 and 5"; at least one. */
export function lapWords(laps: readonly number[]): string {
  if (laps.length === 1) return `lap ${laps[0]}`
  return `laps ${laps.slice(0, -1).join(', ')} and ${laps[laps.length - 1]}`
}

function reasonFor({ corner, code, seenOn, severity, verdict }: Logged, all: readonly Logged[]): string {
  const fault = faultOf(code)
  const cause = fault?.because.map((earlier) => all.find((f) => f.corner === corner && f.code === earlier)).find((f) => f !== undefined)
  const seen = `seen on ${lapWords(seenOn)}, ${severityNames[severity]}`
  return cause ? `${seen}; ${verdict}; it follows from ${faultOf(cause.code)?.name ?? cause.code}` : `${seen}; ${verdict}`
}

/**
 * What to work on, the most pressing first: unsafe faults, then severity × laps seen × what later laps left of it. A
 * fault whose likely cause was logged at the same corner gives way to its cause.
 * @param markOf - how to find a corner's mark of a duty, or null where the plan has none
 */
export function workOnFrom(all: readonly FollowUp[], markOf: (corner: string, duty: string) => string | null): WorkOn[] {
  const logged = all.filter(isLogged)
  const follows = (f: Logged) =>
    f.severity < 3 && logged.some((cause) => cause !== f && cause.corner === f.corner && faultOf(f.code)?.because.includes(cause.code))
  return logged
    .filter((f) => faultOf(f.code) !== undefined && !follows(f))
    .sort((a, b) => weight(b) - weight(a) || a.corner.localeCompare(b.corner, 'en', { numeric: true }))
    .map((f) => {
      const fault = faultOf(f.code)!
      const mark = fault.markDuty ? markOf(f.corner, fault.markDuty) : null
      return { corner: f.corner, code: f.code, advice: adviceFor(fault, mark), reason: reasonFor(f, logged), severity: f.severity }
    })
}
