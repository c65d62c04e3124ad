import type { Knex } from 'knex'
import type { ClockEpoch, LogEntry, LogPage, StoredEntry } from '@ochote/contracts'
import { fromEntry, readEntry, type EntryRow, type TimedRow } from './entryRow'

/** Whose log to read: a day's, a stint's, or a student's over all days. */
export type LogOf = { readonly dayId: string } | { readonly stintId: string } | { readonly studentId: string }

const ROWS_A_STATEMENT = 50

/** Stored log entries. They are only ever added. */
export function logRepository(db: Knex) {
  const ofStints = (query: Knex.QueryBuilder, whose: LogOf) => {
    if ('stintId' in whose) return query.where('stint_id', whose.stintId)
    const stints = db('stints').select('id')
    return query.whereIn(
      'stint_id',
      'dayId' in whose ? stints.where({ day_id: whose.dayId }) : stints.where({ student_id: whose.studentId }),
    )
  }
  /** Adds rows that are not stored yet. @returns the ids of those that were already */
  const insert = async (entries: readonly LogEntry[], serverTime: string): Promise<string[]> => {
    const rows = entries.map((e) => fromEntry(e, serverTime))
    const added = (await db('log_entries').insert(rows).onConflict('id').ignore().returning('id')) as { id: string }[]
    const ids = new Set(added.map((row) => row.id))
    return entries.map((e) => e.id).filter((id) => !ids.has(id))
  }
  return {
    /** Entries stored after the one numbered `after`, in the order they were stored; those that cannot be read are counted. */
    page: async (whose: LogOf, after: number): Promise<LogPage> => {
      const all = db<TimedRow>('log_entries')
        .leftJoin('device_clocks', 'device_clocks.epoch', 'log_entries.clock_epoch')
        .select('log_entries.*', 'device_clocks.offset_ms as measured_ms')
        .where('seq', '>', after)
        .orderBy('seq')
      const rows = (await ofStints(all, whose)) as TimedRow[]
      const entries: StoredEntry[] = []
      const unreadable: Record<string, number> = {}
      for (const row of rows) {
        const read = readEntry(row)
        if (read.success) entries.push(read.data)
        else unreadable[row.stint_id] = (unreadable[row.stint_id] ?? 0) + 1
      }
      return { entries, last: rows.at(-1)?.seq ?? after, unreadable }
    },
    /**
     * Adds entries; those that are stored already stay as they are. Belongs into a transaction.
     * @returns ids that something else is stored under: an entry of another stint or kind (several devices may store the same crossing)
     */
    add: async (entries: readonly LogEntry[], serverTime: string): Promise<string[]> => {
      const before: string[] = []
      for (let i = 0; i < entries.length; i += ROWS_A_STATEMENT)
        before.push(...(await insert(entries.slice(i, i + ROWS_A_STATEMENT), serverTime)))
      if (before.length === 0) return []
      const stored = await db<EntryRow>('log_entries').whereIn('id', before).select('id', 'stint_id', 'kind')
      const same = (row: (typeof stored)[number]) =>
        entries.some((e) => e.id === row.id && e.stintId === row.stint_id && e.kind === row.kind)
      return stored.filter((row) => !same(row)).map((row) => row.id)
    },
    /** Remembers how far off a device's clock was; a measured offset replaces one that was not. */
    addClocks: async (deviceId: string, clocks: readonly ClockEpoch[], storedAt: string): Promise<void> => {
      for (const { epoch, offsetMs, foundBy } of clocks) {
        const row = { epoch, device_id: deviceId, offset_ms: offsetMs, found_by: foundBy, stored_at: storedAt }
        const adding = db('device_clocks').insert(row).onConflict('epoch')
        await (foundBy === 'measured' ? adding.merge().where('device_clocks.found_by', 'between') : adding.ignore())
      }
    },
    /** Those of the ids that no entry is stored under. */
    lacking: async (ids: readonly string[]): Promise<string[]> => {
      const stored = new Set((await db('log_entries').whereIn('id', ids).select('id')).map((row: { id: string }) => row.id))
      return ids.filter((id) => !stored.has(id))
    },
  }
}
