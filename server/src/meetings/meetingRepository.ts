import type { Knex } from 'knex'
import { meetingSchema, noMeeting, type Meeting } from '@ochote/contracts'
import { saveVersioned } from '../db/saveVersioned'

interface MeetingRow {
  day_id: string
  content: string
  version: number
}

interface AttendanceRow {
  day_id: string
  person_id: string
}

/** Stored drivers' meetings, one a day, and who was at each. */
export function meetingRepository(db: Knex) {
  return {
    find: async (dayId: string): Promise<Meeting> => {
      const row = await db<MeetingRow>('meetings').where({ day_id: dayId }).first()
      if (!row) return noMeeting
      const present = await db<AttendanceRow>('meeting_attendance').where({ day_id: dayId }).orderBy('person_id')
      return meetingSchema.parse({
        ...(JSON.parse(row.content) as object),
        present: present.map((p) => p.person_id),
        version: row.version,
      })
    },
    /** Saves over a version, 0 before the first. @returns false, with nothing changed, where that version is no longer the current one */
    save: async (dayId: string, { present, ...content }: Omit<Meeting, 'version'>, fromVersion: number): Promise<boolean> =>
      db.transaction(async (trx) => {
        const columns = { content: JSON.stringify(content) }
        if (!(await saveVersioned(trx, 'meetings', { day_id: dayId }, columns, fromVersion))) return false
        await trx('meeting_attendance').where({ day_id: dayId }).delete()
        const rows = [...new Set(present)].map((person_id) => ({ day_id: dayId, person_id }))
        if (rows.length > 0) await trx('meeting_attendance').insert(rows)
        return true
      }),
  }
}
