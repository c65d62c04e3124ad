import { isCalled, type FollowUp } from './followUp'
import { timedLaps, type StintRecord } from './stintRecord'

/** What might be asked for more or less of from here on. The instructor decides. */
export interface SuggestedStep {
  readonly of: 'pace' | 'words' | 'marks'
  readonly way: 'up' | 'down'
  readonly reason: string
}

/** Laps running that were looked at and cost nothing, before more pace is offered; a student who wants calm drives one more. */
const CLEAN_LAPS = { usual: 2, calm: 3 } as const
const MANY_MORE_FAULTS = 2

/**
 * More or less pace, more or fewer words and marks, from what the laps and the corrections show (intensity rises as the student
 * shows they can take it, and falls the moment marks slip: then pace comes down first). What was decided since the last lap
 * ended is not suggested again.
 * @param calm - the student asked to be kept calm
 */
export function suggestSteps(record: StintRecord, all: readonly FollowUp[], calm = false): SuggestedStep[] {
  const called = all.filter(isCalled)
  const last = timedLaps(record).length
  if (last === 0) return []
  const down = slowDown(record, last)
  const pace = down ?? speedUp(record, called, last, calm ? CLEAN_LAPS.calm : CLEAN_LAPS.usual)
  const steps = [pace, words(record, called, last), marks(record, last)].flatMap((s) => (s ? [s] : []))
  const decided = (step: SuggestedStep) => record.steps.some((s) => s.of === step.of && s.lap >= last)
  return steps.filter((step) => !decided(step))
}

const costing = (record: StintRecord, lap: number) => record.faults.filter((f) => f.lap === lap && f.severity >= 2).length

function slowDown(record: StintRecord, last: number): SuggestedStep | null {
  const step = (reason: string): SuggestedStep => ({ of: 'pace', way: 'down', reason })
  const recent = (lap: number) => lap >= last
  const unsafe = record.faults.find((f) => recent(f.lap) && f.severity === 3)
  if (unsafe) return step(`unsafe at corner ${unsafe.corner} on lap ${unsafe.lap}`)
  const { incident } = record.incidents.find((i) => recent(i.incident.lap)) ?? {}
  if (incident) return step(`${incident.what} at corner ${incident.corner} on lap ${incident.lap}`)
  if (record.faults.some((f) => recent(f.lap) && f.code === 'fa')) return step('tired: marks are slipping')
  const [now, before] = [costing(record, last), costing(record, last - 1)]
  if (last > 1 && now >= before + MANY_MORE_FAULTS)
    return step(`marks slip: ${now} costly faults on lap ${last}, ${before} on the lap before`)
  return null
}

/** What was seen to be right on a lap: praised, marked better, or a correction answered as fixed or better. Silence shows nothing. */
function seenRight(record: StintRecord, lap: number): string[] {
  const praised = record.praises.filter((p) => p.lap === lap).map((p) => p.corner)
  const better = record.betters.filter((b) => b.lap === lap).map((b) => b.corner)
  const answered = record.followed.filter((f) => f.lap === lap && f.result !== 'no change').map((f) => f.corner)
  return [...new Set([...praised, ...better, ...answered])]
}

function speedUp(record: StintRecord, called: readonly FollowUp[], last: number, cleanLaps: number): SuggestedStep | null {
  if (last < cleanLaps) return null
  const laps = Array.from({ length: cleanLaps }, (_, k) => last - k)
  if (laps.some((lap) => costing(record, lap) > 0 || seenRight(record, lap).length === 0)) return null
  if (called.some((f) => f.verdict !== 'fixed')) return null
  const corners = [...new Set(laps.flatMap((lap) => seenRight(record, lap)))].sort((a, b) => Number(a) - Number(b))
  const fixed = called.length > 0 ? ', every correction fixed' : ''
  const where = `corner${corners.length === 1 ? '' : 's'} ${corners.join(', ')}`
  return { of: 'pace', way: 'up', reason: `nothing costly logged on the last ${cleanLaps} laps, seen right at ${where}${fixed}` }
}

function words(record: StintRecord, called: readonly FollowUp[], last: number): SuggestedStep | null {
  const stuck = called.find((f) => f.results.slice(-2).filter((r) => r.result === 'no change').length === 2)
  if (stuck) return { of: 'words', way: 'up', reason: `corner ${stuck.corner}: called, and no change twice running` }
  const fixed = called.filter((f) => f.verdict === 'fixed')
  if (fixed.length > 0 && fixed.length === called.length && !record.faults.some((f) => f.lap === last))
    return { of: 'words', way: 'down', reason: `every correction fixed, nothing new on lap ${last}` }
  return null
}

/** Faults of someone who does not find the place: braking, turning and clipping elsewhere than meant. */
const MISSED_MARKS: readonly string[] = ['ly', 'be', 'bl', 'te', 'tl', 'ae', 'am', 'xn']
const MANY_CORNERS = 3
/** Laps running on which marks were seen to be met and none was missed, before marks are taken away. */
const MET_LAPS = 3

function marks(record: StintRecord, last: number): SuggestedStep | null {
  const missedOn = (lap: number) =>
    new Set(record.faults.filter((f) => f.lap === lap && MISSED_MARKS.includes(f.code)).map((f) => f.corner)).size
  if (missedOn(last) >= MANY_CORNERS) return { of: 'marks', way: 'up', reason: `places missed at ${missedOn(last)} corners on lap ${last}` }
  if (last < MET_LAPS) return null
  const seenMet = (lap: number) => record.praises.some((p) => p.lap === lap && p.code === 'mark')
  for (let lap = last - MET_LAPS + 1; lap <= last; lap++) if (missedOn(lap) > 0 || !seenMet(lap)) return null
  return { of: 'marks', way: 'down', reason: `marks seen to be met on each of the last ${MET_LAPS} laps, and none missed` }
}
