import type { Decision, ReviewDraft } from '@ochote/contracts'
import { unsafeFaults, type Finding, type RecordedLap, type StintRecord } from '@ochote/core'

type Place = Pick<Finding, 'lap' | 'corner' | 'fault'>

const isOf = (place: Place) => (decision: Pick<Decision, 'lap' | 'corner' | 'fault'>) =>
  decision.lap === place.lap && decision.corner === place.corner && decision.fault === place.fault

/** What was decided about a finding; undefined where nothing was. */
export const decisionOn = (review: ReviewDraft, place: Place): Decision | undefined => review.decisions.find(isOf(place))

/** A review with a finding decided, or with the decision taken back. */
export function decided(review: ReviewDraft, place: Place, decision: Pick<Decision, 'verdict' | 'words' | 'entryId'> | null): ReviewDraft {
  const others = review.decisions.filter((one) => !isOf(place)(one))
  const { lap, corner, fault } = place
  return { ...review, decisions: decision === null ? others : [...others, { lap, corner, fault, ...decision }] }
}

/** What was accepted, by the log entry that it became. */
export const acceptedEntries = ({ decisions }: ReviewDraft): ReadonlyMap<string, Decision> =>
  new Map(decisions.flatMap((one) => (one.verdict === 'accepted' && one.entryId !== null ? [[one.entryId, one] as const] : [])))

/** Findings to show: without those rejected on their lap, and those never wanted again of this student; an unsafe one is never switched off. */
export function seenFindings(
  findings: readonly Finding[],
  review: ReviewDraft,
  never: readonly { corner: string; fault: string }[],
): { seen: Finding[]; away: Finding[] } {
  const isAway = (finding: Finding) => {
    const decision = decisionOn(review, finding)
    if (decision?.verdict === 'accepted') return false
    if (decision && !(decision.verdict === 'never' && unsafeFaults.includes(finding.fault))) return true
    const isNever = (one: { corner: string; fault: string }) => one.corner === finding.corner && one.fault === finding.fault
    if (unsafeFaults.includes(finding.fault)) return false
    return never.some(isNever) || review.decisions.some((one) => one.verdict === 'never' && isNever(one))
  }
  return { seen: findings.filter((one) => !isAway(one)), away: findings.filter(isAway) }
}

/** A lap seen from the seat is known to about this, s. */
const LAP_ALIKE_S = 1.5

/** The number in the log of a lap of the recording, which may have begun later than the log or before it: by the times that agree. */
export function logLapOf(record: StintRecord, laps: readonly RecordedLap[], lap: number): number {
  const whole = laps.filter(({ complete }) => complete)
  const shifts = record.laps.flatMap(({ number, timeS }) =>
    whole.filter((one) => timeS !== null && Math.abs(one.timeS - timeS) < LAP_ALIKE_S).map((one) => number - one.lap),
  )
  const votes = new Map<number, number>()
  for (const shift of shifts) votes.set(shift, (votes.get(shift) ?? 0) + 1)
  const [best] = [...votes].sort((a, b) => b[1] - a[1] || Math.abs(a[0]) - Math.abs(b[0]))
  return Math.max(0, lap + (best?.[0] ?? 0))
}
