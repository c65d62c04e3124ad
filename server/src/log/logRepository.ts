import type { Knex } from 'knex'
import type { LogEntry, LogPage } from '@ochote/contracts'
import { fromEntry, toEntry, type EntryRow } from './entryRow'

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
  return {
    /** Entries stored after the one numbered `after`, in the order they were stored. */
    page: async (whose: LogOf, after: number): Promise<LogPage> => {
      const rows = (await ofStints(db<EntryRow>('log_entries').where('seq', '>', after).orderBy('seq'), whose)) as EntryRow[]
      return { entries: rows.map(toEntry), last: rows.at(-1)?.seq ?? after }
    },
    /** Adds entries in one transaction. An entry that is already stored stays as it is. */
    add: async (entries: readonly LogEntry[], serverTime: string): Promise<void> => {
      await db.transaction(async (trx) => {
        for (let i = 0; i < entries.length; i += ROWS_A_STATEMENT) {
          const rows = entries.slice(i, i + ROWS_A_STATEMENT).map((e) => fromEntry(e, serverTime))
          await trx('log_entries').insert(rows).onConflict('id').ignore()
        }
      })
    },
  }
}
