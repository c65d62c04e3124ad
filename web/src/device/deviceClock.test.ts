import 'fake-indexeddb/auto'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { LogServer } from '../fixtures/logServer'

const MINUTES = 60_000
let server: LogServer
let nowMs = Date.UTC(2026, 9, 17, 9)
let monotonicMs = 0
/** Lets time pass, as both clocks see it. */
const pass = (ms: number) => ((nowMs += ms), (monotonicMs += ms))
/** Sets the device's date, as its network or its owner does. */
const set = (byMs: number) => (nowMs += byMs)

async function page() {
  vi.resetModules()
  return { ...(await import('./deviceClock')), ...(await import('./measureClock')) }
}

beforeEach(() => {
  vi.spyOn(Date, 'now').mockImplementation(() => nowMs)
  vi.spyOn(performance, 'now').mockImplementation(() => monotonicMs)
  server = new LogServer()
})
afterEach(() => {
  vi.restoreAllMocks()
  vi.unstubAllGlobals()
  localStorage.clear()
})

/** Makes every trip to the server take so long. */
function slowTrips(ms: number) {
  const answers = globalThis.fetch
  vi.stubGlobal('fetch', async (...asked: Parameters<typeof fetch>) => {
    pass(ms / 2)
    const answer = await answers(...asked)
    pass(ms / 2)
    return answer
  })
}

describe('measuring the clock', () => {
  it('finds how far it is off, whatever the trip takes, and none where the trip alone explains it', async () => {
    server.aheadMs = 7 * MINUTES
    slowTrips(400)
    const { measureClock } = await page()
    expect((await measureClock()).offsetMs).toBe(7 * MINUTES)
    server.aheadMs = 150
    expect((await measureClock()).offsetMs).toBe(0)
  })

  it('is not fooled by one answer that came late', async () => {
    let trips = 0
    const answers = globalThis.fetch
    vi.stubGlobal('fetch', async (...asked: Parameters<typeof fetch>) => {
      const answer = await answers(...asked)
      if (trips++ === 0) pass(900) // the answer waited on its way back
      return answer
    })
    const { measureClock } = await page()
    expect((await measureClock()).offsetMs).toBe(0)
  })

  it('says nothing over a link that is too slow to tell', async () => {
    slowTrips(7_000)
    const { measureClock } = await page()
    expect((await measureClock()).offsetMs).toBeNull()
  })
})

describe('epochs of the clock', () => {
  it('begin when a page opens and when the date is set, and each keeps its own offset', async () => {
    const clock = await page()
    const first = clock.stampNow()
    clock.setMeasured(7 * MINUTES)
    expect(clock.trueNow()).toBe(nowMs + 7 * MINUTES)
    pass(30_000)
    expect(clock.stampNow().clockEpoch).toBe(first.clockEpoch)
    set(7 * MINUTES) // its network puts it right
    const second = clock.stampNow()
    expect(second.clockEpoch).not.toBe(first.clockEpoch)
    clock.setMeasured(0)
    expect([first, second].map((s) => clock.clockOf(s.clockEpoch))).toEqual([
      { epoch: first.clockEpoch, offsetMs: 7 * MINUTES, foundBy: 'measured' },
      { epoch: second.clockEpoch, offsetMs: 0, foundBy: 'measured' },
    ])
  })

  it('that were never measured take what was measured before and after, if that agrees', async () => {
    const before = await page()
    before.currentEpoch()
    before.setMeasured(-90_000)
    pass(1_000)
    const between = await page() // opened again without a link
    const { clockEpoch } = between.stampNow()
    expect(between.clockOf(clockEpoch)).toBeNull()
    expect(between.trueNow()).toBe(nowMs - 90_000) // for what is shown, the last that was known
    pass(1_000)
    const after = await page()
    after.currentEpoch()
    after.setMeasured(-90_100)
    expect(after.clockOf(clockEpoch)).toEqual({ epoch: clockEpoch, offsetMs: -90_100, foundBy: 'between' })
  })

  it('stay unknown where the clock was another before than after', async () => {
    const before = await page()
    before.currentEpoch()
    before.setMeasured(7 * MINUTES)
    const between = await page()
    const { clockEpoch } = between.stampNow()
    pass(1_000)
    const after = await page()
    after.currentEpoch()
    after.setMeasured(0)
    expect(after.clockOf(clockEpoch)).toBeNull()
  })
})
