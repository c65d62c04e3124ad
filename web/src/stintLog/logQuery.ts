import { logPageSchema, storedEntrySchema, type LogEntry } from '@ochote/contracts'
import { z } from 'zod'
import { queryOptions } from '@tanstack/react-query'
import { request } from '../api/request'

/** Whose log a page asks for: a day's, a stint's, or a student's over all days. */
export type WhoseLog = { readonly dayId: string } | { readonly stintId: string } | { readonly studentId: string }

/** What the server stores of a log, as far as this page has asked. */
interface ServerLog {
  readonly byStint: ReadonlyMap<string, StoredLog>
  /** number of the last entry, after which the next request asks */
  readonly last: number
}

interface StoredLog {
  readonly entries: readonly LogEntry[]
  /** how many more there are that the server or this page cannot read */
  readonly unreadable: number
}

const nothing: ServerLog = { byStint: new Map(), last: 0 }
const noEntries: StoredLog = { entries: [], unreadable: 0 }
/** A page of which each entry is read by itself: a newer server may send kinds that this page does not know. */
const pageSchema = logPageSchema.extend({ entries: z.array(z.looseObject({ stintId: z.string() })) })

/** Someone's log. Each request asks only for entries stored since the one before. */
export const logQuery = (whose: WhoseLog) => {
  const queryKey = ['log', whose] as const
  return queryOptions({
    queryKey,
    queryFn: async ({ signal, client }): Promise<ServerLog> => {
      const before = client.getQueryData<ServerLog>(queryKey) ?? nothing
      const query = new URLSearchParams({ ...whose, after: String(before.last) })
      const page = await request(pageSchema, `/api/log?${query.toString()}`, { signal })
      if (page.last === before.last) return before
      const byStint = new Map(before.byStint)
      const add = (stintId: string, entries: readonly LogEntry[], unreadable: number) => {
        const log = byStint.get(stintId) ?? noEntries
        byStint.set(stintId, { entries: [...log.entries, ...entries], unreadable: log.unreadable + unreadable })
      }
      for (const [stintId, unreadable] of Object.entries(page.unreadable)) add(stintId, [], unreadable)
      for (const entry of page.entries) {
        const read = storedEntrySchema.safeParse(entry)
        add(entry.stintId, read.success ? [read.data] : [], read.success ? 0 : 1)
      }
      return { byStint, last: page.last }
    },
    structuralSharing: false,
  })
}
