import type { Knex } from 'knex'
import { meetingSchema, noMeeting, type Meeting } from '@ochote/contracts'

interface MeetingRow {
  day_id: string
  content: string
  version: number
}

/** Drivers' meetings, one a day. */
export function meetingRepository(db: Knex) {
  const rows = () => db<MeetingRow>('meetings')
  return {
    find: async (dayId: string): Promise<Meeting> => {
      const row = await rows().where({ day_id: dayId }).first()
      return row ? meetingSchema.parse({ ...(JSON.parse(row.content) as object), version: row.version }) : noMeeting
    },
    /** Saves over a known version, 0 before the first; false where another save came first, and then nothing is changed. */
    save: async (dayId: string, meeting: Omit<Meeting, 'version'>, fromVersion: number): Promise<boolean> => {
      const row = { content: JSON.stringify(meeting), version: fromVersion + 1 }
      if (fromVersion > 0) return (await rows().where({ day_id: dayId, version: fromVersion }).update(row)) === 1
      return (
        (
          await rows()
            .insert({ day_id: dayId, ...row })
            .onConflict('day_id')
            .ignore()
            .returning('day_id')
        ).length === 1
      )
    },
  }
}
export type MeetingRepository = ReturnType<typeof meetingRepository>
