import type { Meeting } from '@ochote/contracts'
import type { StintRecord } from '../stintLog/stintRecord'

/**
 * Why a student may not be released yet (domain.md: who was absent from the drivers' meeting is not, until it is done), or null.
 * @param record - of the stint, in which the meeting may have been gone through since
 */
export function releaseBar(meeting: Meeting, studentId: string, record: Pick<StintRecord, 'metHere'>): string | null {
  if (record.metHere) return null
  if (meeting.heldAt === null) return 'The drivers’ meeting has not been held'
  return meeting.present.includes(studentId) ? null : 'Was not at the drivers’ meeting'
}
