import type { QueryClient, QueryKey } from '@tanstack/react-query'

/**
 * Loads everything under a key again after something was stored; without a key, everything.
 * A query that has no answer yet would wait for the request already under way, and that answer may be older than what was just stored. So such a
 * request is dropped and made again.
 */
export async function askAgain(client: QueryClient, queryKey: QueryKey = [], exact = false): Promise<void> {
  await client.cancelQueries({ queryKey, exact, predicate: ({ state }) => state.data === undefined })
  await client.invalidateQueries({ queryKey, exact })
}
