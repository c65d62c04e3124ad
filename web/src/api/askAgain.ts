import type { QueryClient, QueryKey } from '@tanstack/react-query'

/**
 * Asks again for what is listed under a key (for everything where there is none), after something was stored.
 * The client takes a first answer that is still on its way for the new one, though it may be older than what was stored: such a question is asked anew.
 */
export async function askAgain(client: QueryClient, queryKey: QueryKey = [], exact = false): Promise<void> {
  await client.cancelQueries({ queryKey, exact, predicate: ({ state }) => state.data === undefined })
  await client.invalidateQueries({ queryKey, exact })
}
