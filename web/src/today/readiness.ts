import type { DayFile } from '@ochote/contracts'
import { phaseOf } from '../day/nextStint'

/** Something the day still lacks, and where to do it. */
export interface NotReady {
  readonly id: string
  readonly text: string
  readonly stage: 'brief' | 'debrief' | 'plan' | 'run'
  readonly openId: string
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
