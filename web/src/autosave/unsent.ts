import * as z from 'zod'
import { ProblemError, request } from '../api/request'
import { dropDraft } from './keptDraft'
import { UNSENT_PREFIX, unsentPaths } from './unsentPaths'

/** What was to be sent when its page closed: the save that was under way, then the one that waited for it. */
const bodiesSchema = z.array(z.unknown())
/** Until both are answered, nothing is shown. Each is given this long, ms. */
const ANSWERED_WITHIN_MS = 3000

/**
 * Keeps two saves for the next start. The second can’t be sent before the first is answered, and a page that closes hears no answer.
 * @param bodies - the bodies of the two saves, each made from the version before it
 */
export function keepUnsent(path: string, bodies: readonly unknown[]): void {
  try {
    localStorage.setItem(UNSENT_PREFIX + path, JSON.stringify(bodies))
  } catch {
    localStorage.removeItem(UNSENT_PREFIX + path) // a full device: the draft may still be kept
  }
}

/** The address that something is saved to: several drafts may be parts of one thing. */
export const addressOf = (path: string): string => path.split('#', 1)[0]!

/** Whether it can be sent at a later start: nobody has refused it yet. */
const isForLater = (error: unknown) => error instanceof ProblemError && ['unreachable', 'locked'].includes(error.problem.code)

async function sendOne(path: string): Promise<void> {
  const read = bodiesSchema.safeParse(JSON.parse(localStorage.getItem(UNSENT_PREFIX + path) ?? '[]'))
  // the first may have arrived before: the server then says that the same is stored
  for (const body of read.data ?? []) await request(z.unknown(), addressOf(path), { method: 'PUT', body, withinMs: ANSWERED_WITHIN_MS })
  dropDraft(path)
}

/** Sends what could not be sent when its page closed. What is refused stays as a draft, and its page says why once it is open. */
export async function sendUnsent(): Promise<void> {
  await Promise.all(
    unsentPaths().map((path) =>
      sendOne(path).then(
        () => localStorage.removeItem(UNSENT_PREFIX + path),
        (error: unknown) => isForLater(error) || localStorage.removeItem(UNSENT_PREFIX + path),
      ),
    ),
  )
}
