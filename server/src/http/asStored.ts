/**
 * What a client sent, with what is stored where it sent nothing: a page that is older than a field does not send it, and must not put it back to
 * its usual value.
 * @param parsed - what was sent, checked, with usual values in place of what is missing
 * @param sent - what was sent, unchecked
 * @param stored - null where nothing is stored yet
 */
export function asStored<T extends object>(parsed: T, sent: unknown, stored: Partial<T> | null): T {
  const given = new Set(typeof sent === 'object' && sent !== null ? Object.keys(sent) : [])
  const kept = Object.entries(stored ?? {}).filter(([field]) => field in parsed && !given.has(field))
  return { ...parsed, ...Object.fromEntries(kept) }
}
