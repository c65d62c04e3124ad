import type { DebriefDraft } from '@ochote/contracts'
import {
  bestLap,
  coneFinder,
  followUps,
  praiseName,
  THINGS_TO_WORK_ON,
  timedLaps,
  workOnFrom,
  workTogether,
  type StintRecord,
  type WorkOn,
} from '@ochote/core'
import type { OpenStint } from '../stint/openStint'
import type { RecordedDebrief } from './useRecordedWork'

const MOST_GOOD = 3

/** What was good, suggested from a stint's log and its recorded laps; logged praise comes first. */
export function goodFrom(record: StintRecord, recorded: RecordedDebrief | null): string[] {
  const best = bestLap(record)
  const laps = timedLaps(record)
  return [
    ...record.praises.map((p) => `Corner ${p.corner}, lap ${p.lap}: ${praiseName(p.code)}`),
    ...followUps(record)
      .filter((f) => f.verdict === 'fixed' || f.verdict === 'better')
      .map((f) => `Corner ${f.corner} ${f.verdict} after lap ${f.calledOn[0] ?? f.seenOn[0]}`),
    ...(recorded?.good ?? []),
    ...(best && laps.length > 1 && best.number === laps.length ? ['The last lap was the best one'] : []),
  ]
}

/** Everything that could be worked on, the most pressing first, with its mark from the plan. */
export const candidatesFor = (open: OpenStint, record: StintRecord, recorded: RecordedDebrief | null): WorkOn[] =>
  workTogether(workOnFrom(followUps(record), coneFinder(open.cones)), recorded?.work ?? [])

/** The debrief as suggested, before anyone has chosen. */
export function suggestedDebrief(open: OpenStint, record: StintRecord, recorded: RecordedDebrief | null): DebriefDraft {
  return {
    good: goodFrom(record, recorded).slice(0, MOST_GOOD),
    workOn: candidatesFor(open, record, recorded)
      .slice(0, THINGS_TO_WORK_ON)
      .map(({ corner, code, advice, reason }) => ({ corner, code, advice, reason })),
    sentence: '',
  }
}
