import { ProblemError } from './request'

/** A fault of the page itself: its own message is for whoever mends it, and goes to the console. */
const OWN_FAULT =
  'Something in this page failed. What was saved is kept. Reload the page; if it happens again, tell whoever looks after Ochote what you did.'
const FULL = 'This device has no space left for Ochote. Free some, then try again. What the page shows is not lost while it stays open.'
const NO_STORE = 'This browser stores nothing for Ochote here, as in a private window. Use an ordinary window.'
/** Browsers name the error of a full device so. */
const FULL_NAMES = ['QuotaExceededError', 'NS_ERROR_DOM_QUOTA_REACHED']

/** What went wrong in words for a person, never a library's. */
export function errorWords(error: unknown): string {
  if (error instanceof ProblemError) return error.problem.detail
  // not every browser's DOMException is an Error
  const name = (error as { name?: string } | null)?.name ?? ''
  if (FULL_NAMES.includes(name)) return FULL
  if (name === 'SecurityError') return NO_STORE
  return OWN_FAULT
}
