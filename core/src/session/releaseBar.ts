import type { Meeting } from '@ochote/contracts'

/**
 * Why a student may not be released yet, or null. A student who missed the drivers' meeting has to be briefed on it first.
 * @param goneThrough - whether an instructor has gone through it with the student since, in any stint of the day
 */
export function releaseBar(meeting: Meeting, studentId: string, goneThrough: boolean): string | null {
  if (goneThrough) return null
  if (meeting.heldAt === null) return 'The drivers’ meeting has not been held'
  return meeting.present.includes(studentId) ? null : 'Was not at the drivers’ meeting'
}
