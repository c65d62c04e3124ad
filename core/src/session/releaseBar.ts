import type { Meeting } from '@ochote/contracts'
import type { StintRecord } from '../stintLog/stintRecord'

/**
 * Why a student may not be released yet, or null. A student who missed the drivers' meeting has to be briefed on it first.
 * @param record - of the stint: the instructor may have briefed the student since
 */
export function releaseBar(meeting: Meeting, studentId: string, record: Pick<StintRecord, 'metHere'>): string | null {
  if (record.metHere) return null
  if (meeting.heldAt === null) return 'The drivers’ meeting has not been held'
  return meeting.present.includes(studentId) ? null : 'Was not at the drivers’ meeting'
}
