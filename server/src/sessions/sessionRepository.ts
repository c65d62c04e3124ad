import type { Knex } from 'knex'
import { sessionSchema, type Session } from '@ochote/contracts'

interface SessionRow {
  id: string
  day_id: string
  starts_at: string
  content: string
}

/** Sessions of several cars, as they are stored. */
export function sessionRepository(db: Knex) {
  const rows = () => db<SessionRow>('sessions')
  const columns = (session: Session) => ({ starts_at: session.startsAt, content: JSON.stringify(session) })
  return {
    listForDay: async (dayId: string): Promise<Session[]> =>
      (await rows().where({ day_id: dayId }).orderBy(['starts_at', 'id'])).map((row) => sessionSchema.parse(JSON.parse(row.content))),
    /** Adds a session; one that is there already is replaced, as when its order changes. */
    keep: async (session: Session): Promise<void> => {
      await rows()
        .insert({ id: session.id, day_id: session.dayId, ...columns(session) })
        .onConflict('id')
        .merge(columns(session))
    },
  }
}
export type SessionRepository = ReturnType<typeof sessionRepository>
