export const UNSENT_PREFIX = 'ochote.unsent.'

/** What could not be sent when its page closed, by the paths of the drafts. */
export const unsentPaths = (): string[] =>
  Object.keys(localStorage).flatMap((key) => (key.startsWith(UNSENT_PREFIX) ? [key.slice(UNSENT_PREFIX.length)] : []))
