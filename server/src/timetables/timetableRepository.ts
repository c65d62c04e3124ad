import type { Knex } from 'knex'
import { timetableDraftSchema, type TimetableDraft } from '@ochote/contracts'
import { saveVersioned, type Saved } from '../db/saveVersioned'
import type { UnreadableRows } from '../db/unreadableRows'

interface TimetableRow {
  day_id: string
  content: string
  version: number
}

/** Stored timetables, one a day. */
export function timetableRepository(db: Knex, unreadable: UnreadableRows) {
  return {
    find: async (dayId: string): Promise<{ draft: TimetableDraft; version: number } | undefined> => {
      const row = await db<TimetableRow>('timetables').where({ day_id: dayId }).first()
      const read = ({ content, version }: TimetableRow) => ({ draft: timetableDraftSchema.parse(JSON.parse(content)), version })
      return row && unreadable.read('timetables', [row], () => dayId, read)[0]
    },
    /** Saves over a version, 0 before the first. */
    save: (dayId: string, draft: TimetableDraft, fromVersion: number): Promise<Saved> =>
      saveVersioned(db, 'timetables', { day_id: dayId }, { content: JSON.stringify(draft) }, fromVersion),
  }
}
