import type { DayFile, StintFile } from '@ochote/contracts'
import { stintRecord } from '@ochote/core'

/** Something the day still lacks, and where to do it. */
export interface NotReady {
  readonly id: string
  readonly text: string
  readonly stage: 'brief' | 'debrief' | 'plan' | 'run'
  readonly openId: string
}

const phaseOf = (file: StintFile) => stintRecord(file.log).phase

/** The stint being driven, else the first that has not begun. */
export function nextStint(day: DayFile): StintFile | null {
  return day.stints.find((s) => phaseOf(s) === 'running') ?? day.stints.find((s) => phaseOf(s) === 'ready') ?? null
}

/** What is not ready yet, in the order of the day. */
export function notReady(day: DayFile): NotReady[] {
  const nameOf = (id: string) => day.people.find((p) => p.id === id)?.name ?? 'A student'
  return day.stints.flatMap((file): NotReady[] => {
    const { stint } = file
    const phase = phaseOf(file)
    const missing: NotReady[] = []
    if (phase === 'ready' && stint.aims.length === 0) {
      missing.push({ id: `${stint.id}/aims`, text: `${nameOf(stint.studentId)} has no aims yet`, stage: 'brief', openId: stint.id })
    }
    if (phase === 'ready' && stint.briefedAt === null) {
      missing.push({ id: `${stint.id}/brief`, text: `${nameOf(stint.studentId)} is not briefed`, stage: 'brief', openId: stint.id })
    }
    if (phase === 'ended' && file.debrief === null) {
      missing.push({ id: `${stint.id}/debrief`, text: `${nameOf(stint.studentId)} is not debriefed`, stage: 'debrief', openId: stint.id })
    }
    return missing
  })
}
