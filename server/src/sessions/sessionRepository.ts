import type { Knex } from 'knex'
import { sessionSchema, type Session } from '@ochote/contracts'
import { archiving, listed, type Which } from '../db/archive'
import { saveVersioned, type Saved } from '../db/saveVersioned'
import type { UnreadableRows } from '../db/unreadableRows'

interface SessionRow {
  id: string
  day_id: string
  kind: string
  name: string
  starts_at: string
  version: number
  laps: number | null
  laps_behind: number | null
  gap_s: number | null
  swap_after_corner: string | null
  interval_s: number | null
  ends_at: string | null
}

interface SessionStintRow {
  session_id: string
  stint_id: string
  position: number
}

const toSession = (row: SessionRow, stintIds: readonly string[]): Session =>
  sessionSchema.parse({
    id: row.id,
    dayId: row.day_id,
    kind: row.kind,
    name: row.name,
    startsAt: row.starts_at,
    version: row.version,
    stintIds,
    ...(row.kind === 'led'
      ? { laps: row.laps, lapsBehind: row.laps_behind, gapS: row.gap_s, swapAfterCorner: row.swap_after_corner }
      : { intervalS: row.interval_s, endsAt: row.ends_at }),
  })

const columnsOf = (session: Session) => ({
  kind: session.kind,
  name: session.name,
  starts_at: session.startsAt,
  ...(session.kind === 'led'
    ? { laps: session.laps, laps_behind: session.lapsBehind, gap_s: session.gapS, swap_after_corner: session.swapAfterCorner }
    : { interval_s: session.intervalS, ends_at: session.endsAt }),
})

/** Stored sessions of several cars. */
export function sessionRepository(db: Knex, unreadable: UnreadableRows) {
  const withStints = async (rows: readonly SessionRow[]): Promise<Session[]> => {
    const stints = await db<SessionStintRow>('session_stints')
      .whereIn(
        'session_id',
        rows.map((row) => row.id),
      )
      .orderBy('position')
    return unreadable.read(
      'sessions',
      rows,
      (row) => row.id,
      (row) =>
        toSession(
          row,
          stints.filter((s) => s.session_id === row.id).map((s) => s.stint_id),
        ),
    )
  }
  const rows = () => db<SessionRow>('sessions')
  return {
    find: async (id: string): Promise<Session | undefined> => (await withStints(await rows().where({ id })))[0],
    listForDay: async (dayId: string, which: Which = 'offered'): Promise<Session[]> =>
      withStints(await listed(rows().where({ day_id: dayId }), which).orderBy(['starts_at', 'id'])),
    setArchived: archiving(db, 'sessions'),
    /**
     * Saves a session over the version it names, 0 for a new one.
     * @returns `conflict`, with nothing changed, where that version is no longer the current one or the session belongs to another day
     */
    save: async (session: Session): Promise<Saved> =>
      db.transaction(async (trx) => {
        const { id, dayId, stintIds, version } = session
        const key = version > 0 ? { id, day_id: dayId } : { id }
        const saved = await saveVersioned(trx, 'sessions', key, { ...columnsOf(session), day_id: dayId }, version)
        const were = await trx<SessionStintRow>('session_stints').where({ session_id: id }).orderBy('position').pluck('stint_id')
        if (saved !== 'saved') return saved === 'same' && were.join() === stintIds.join() ? 'same' : 'conflict'
        await trx('session_stints').where({ session_id: id }).delete()
        await trx('session_stints').insert(stintIds.map((stint_id, position) => ({ session_id: id, stint_id, position })))
        return saved
      }),
  }
}
