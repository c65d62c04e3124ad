import type { Knex } from 'knex'
import { sessionSchema, type Session } from '@ochote/contracts'

interface SessionRow {
  id: string
  event_id: string
  starts_at: string
  content: string
}

/** Sessions of several cars, as they are stored. */
export function sessionRepository(db: Knex) {
  const rows = () => db<SessionRow>('sessions')
  const columns = (session: Session) => ({ starts_at: session.startsAt, content: JSON.stringify(session) })
  return {
    listForEvent: async (eventId: string): Promise<Session[]> =>
      (await rows().where({ event_id: eventId }).orderBy(['starts_at', 'id'])).map((row) => sessionSchema.parse(JSON.parse(row.content))),
    /** Adds a session; one that is there already is replaced, as when its order changes. */
    keep: async (session: Session): Promise<void> => {
      await rows()
        .insert({ id: session.id, event_id: session.eventId, ...columns(session) })
        .onConflict('id')
        .merge(columns(session))
    },
  }
}
export type SessionRepository = ReturnType<typeof sessionRepository>
