import type { Knex } from 'knex'
import { meetingSchema, noMeeting, type Meeting } from '@ochote/contracts'
import { saveVersioned, type Saved } from '../db/saveVersioned'
import type { UnreadableRows } from '../db/unreadableRows'

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
export function meetingRepository(db: Knex, unreadable: UnreadableRows) {
  return {
    find: async (dayId: string): Promise<Meeting> => {
      const row = await db<MeetingRow>('meetings').where({ day_id: dayId }).first()
      if (!row) return noMeeting
      const present = await db<AttendanceRow>('meeting_attendance').where({ day_id: dayId }).orderBy('person_id')
      const read = (content: string) =>
        meetingSchema.parse({ ...(JSON.parse(content) as object), present: present.map((p) => p.person_id), version: row.version })
      const [meeting] = unreadable.read(
        'meetings',
        [row],
        () => dayId,
        (one) => read(one.content),
      )
      return meeting ?? { ...noMeeting, present: present.map((p) => p.person_id), version: row.version }
    },
    /** Saves over a version, 0 before the first. */
    save: async (dayId: string, { present, ...content }: Omit<Meeting, 'version'>, fromVersion: number): Promise<Saved> =>
      db.transaction(async (trx) => {
        const columns = { content: JSON.stringify(content) }
        const saved = await saveVersioned(trx, 'meetings', { day_id: dayId }, columns, fromVersion)
        const were = (await trx<AttendanceRow>('meeting_attendance').where({ day_id: dayId })).map((row) => row.person_id)
        const are = [...new Set(present)]
        const alike = were.length === are.length && were.every((id) => are.includes(id))
        if (saved !== 'saved') return saved === 'same' && alike ? 'same' : 'conflict'
        await trx('meeting_attendance').where({ day_id: dayId }).delete()
        if (are.length > 0) await trx('meeting_attendance').insert(are.map((person_id) => ({ day_id: dayId, person_id })))
        return saved
      }),
  }
}
