/**
 * The true time, as far as this device knows: its own clock, put right by what the server said of it when entries were sent. It is
 * remembered, so that a device without a link stays right.
 */
const KEY = 'ochote.clockOffsetMs'

export function clockOffsetMs(): number {
  const kept = Number(localStorage.getItem(KEY))
  return Number.isFinite(kept) ? kept : 0
}

export function setClockOffsetMs(offsetMs: number): void {
  if (offsetMs === 0) localStorage.removeItem(KEY)
  else localStorage.setItem(KEY, String(offsetMs))
}

/** ms */
export const trueNow = (): number => Date.now() + clockOffsetMs()

/** What an entry made at a true time carries: the device's own clock, and how far that is off where it is. */
export function stampAt(trueMs: number): { deviceTime: string; clockOffsetMs?: number } {
  const offset = clockOffsetMs()
  return { deviceTime: new Date(trueMs - offset).toISOString(), ...(offset === 0 ? {} : { clockOffsetMs: offset }) }
}
