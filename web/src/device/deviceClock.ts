import { v4 as uuid } from 'uuid'
import type { ClockEpoch } from '@ochote/contracts'

/**
 * The device's clock in runs, which are called epochs: one begins when a page opens, and when the clock jumps. How far a run is off
 * is measured over the link, and what was tapped in it is put right by that, also when it is measured only later.
 */
interface Epoch {
  readonly id: string
  /** by the device's clock, ms */
  readonly startedAtMs: number
  /** how far the true time is ahead, ms; null until it is measured */
  readonly offsetMs: number | null
}

const KEY = 'ochote.clocks'
const MOST_EPOCHS = 100
/** Date and the monotonic clock of a page drift apart by less than this unless the date is set, ms. */
const JUMP_MS = 500
/** Two measured offsets this close mean the same clock, ms. */
const SAME_MS = 500

let epochs: readonly Epoch[] | null = null
let current: { id: string; originMs: number } | null = null

function stored(): readonly Epoch[] {
  try {
    const read: unknown = JSON.parse(localStorage.getItem(KEY) ?? '[]')
    return Array.isArray(read) ? (read as Epoch[]) : []
  } catch {
    return []
  }
}

const known = (): readonly Epoch[] => (epochs ??= stored())

function store(next: readonly Epoch[]): void {
  epochs = next.slice(-MOST_EPOCHS)
  try {
    localStorage.setItem(KEY, JSON.stringify(epochs))
  } catch {
    // a device that stores nothing still knows its clock while the page is open
  }
}

function begin(offsetMs: number | null): Epoch {
  const epoch = { id: uuid(), startedAtMs: Date.now(), offsetMs }
  // other pages of this device have stored theirs meanwhile
  const others = stored().filter((e) => !known().some((k) => k.id === e.id))
  store([...known(), ...others, epoch].sort((a, b) => a.startedAtMs - b.startedAtMs))
  current = { id: epoch.id, originMs: Date.now() - performance.now() }
  return epoch
}

/** The epoch that runs now: a new one where the clock has jumped since it was last looked at. */
export function currentEpoch(): Epoch {
  const { id, originMs } = current ?? { id: '', originMs: 0 }
  const running = known().find((e) => e.id === id)
  if (running && Math.abs(Date.now() - performance.now() - originMs) <= JUMP_MS) return running
  return begin(null)
}

/** Remembers what was measured of the running epoch. An epoch whose clock was slewed away from what was measured before ends. */
export function setMeasured(offsetMs: number): void {
  const running = currentEpoch()
  if (running.offsetMs !== null && Math.abs(running.offsetMs - offsetMs) > SAME_MS) begin(offsetMs)
  else if (running.offsetMs === null) store(known().map((e) => (e.id === running.id ? { ...e, offsetMs } : e)))
}

/** What is known of an epoch's clock: as measured, or as in the epochs before and after where both were measured the same. */
export function clockOf(id: string): ClockEpoch | null {
  const at = known().findIndex((e) => e.id === id)
  const epoch = known()[at]
  if (!epoch) return null
  if (epoch.offsetMs !== null) return { epoch: id, offsetMs: epoch.offsetMs, foundBy: 'measured' }
  const before = [...known().slice(0, at)].reverse().find((e) => e.offsetMs !== null)
  const after = known()
    .slice(at + 1)
    .find((e) => e.offsetMs !== null)
  if (before?.offsetMs == null || after?.offsetMs == null || Math.abs(before.offsetMs - after.offsetMs) > SAME_MS) return null
  return { epoch: id, offsetMs: after.offsetMs, foundBy: 'between' }
}

/** How far the true time is ahead of this device's clock: as measured, else as it was last, ms. */
export function clockOffsetMs(): number {
  const running = currentEpoch()
  const last = running.offsetMs === null ? [...known()].reverse().find((e) => e.offsetMs !== null) : running
  return last?.offsetMs ?? 0
}

/** The true time as far as this device knows, ms. */
export const trueNow = (): number => Date.now() + clockOffsetMs()

/** What an entry tapped now carries: the device's own clock as it is, and the run of that clock. */
export const stampNow = (): { deviceTime: string; clockEpoch: string } => ({
  clockEpoch: currentEpoch().id,
  deviceTime: new Date().toISOString(),
})
