import { logPageSchema, type LogEntry } from '@ochote/contracts'
import { queryOptions } from '@tanstack/react-query'
import { request } from '../api/request'

/** Whose log a page asks for: a day's, a stint's, or a student's over all days. */
export type WhoseLog = { readonly dayId: string } | { readonly stintId: string } | { readonly studentId: string }

/** What the server stores of a log, as far as this page has asked. */
interface ServerLog {
  readonly byStint: ReadonlyMap<string, readonly LogEntry[]>
  /** number of the last entry, after which the next request asks */
  readonly last: number
}

const noEntries: ServerLog = { byStint: new Map(), last: 0 }

/** Someone's log. Each request asks only for entries stored since the one before. */
export const logQuery = (whose: WhoseLog) => {
  const queryKey = ['log', whose] as const
  return queryOptions({
    queryKey,
    queryFn: async ({ signal, client }): Promise<ServerLog> => {
      const before = client.getQueryData<ServerLog>(queryKey) ?? noEntries
      const query = new URLSearchParams({ ...whose, after: String(before.last) })
      const { entries, last } = await request(logPageSchema, `/api/log?${query.toString()}`, { signal })
      if (entries.length === 0) return before
      const byStint = new Map(before.byStint)
      for (const entry of entries) byStint.set(entry.stintId, [...(byStint.get(entry.stintId) ?? []), entry])
      return { byStint, last }
    },
    structuralSharing: false,
  })
}
