import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { faults } from '../faults/catalogue'
import { stintRecord } from '../stintLog/stintRecord'
import { readCoded } from './codedEntry'
import { rotationTable, turnOfLap } from './rotation'
import { callInBy, carState, nextReleaseMs } from './wallClock'

describe('the rotation behind the lead', () => {
  it('of three followers over six laps, two at a time, by hand', () => {
    expect(rotationTable(3, 6, 2).map((t) => [t.follower, t.fromLap, t.toLap, t.order.join('')])).toEqual([
      [0, 1, 2, '012'],
      [1, 3, 4, '120'],
      [2, 5, 6, '201'],
    ])
  })

  it('gives everyone the same laps to within one, no turn longer than asked, every lap once, the first always falling to the back', () => {
    const size = fc.integer({ min: 1, max: 8 })
    fc.assert(
      fc.property(size, fc.integer({ min: 1, max: 40 }), size, (followers, laps, most) => {
        const turns = rotationTable(followers, laps, most)
        const counts = Array.from({ length: followers }, (_, f) =>
          turns.filter((t) => t.follower === f).reduce((sum, t) => sum + t.toLap - t.fromLap + 1, 0),
        )
        expect(Math.max(...counts) - Math.min(...counts)).toBeLessThanOrEqual(1)
        for (const t of turns) expect(t.toLap - t.fromLap + 1).toBeLessThanOrEqual(most)
        expect(turns.flatMap((t) => Array.from({ length: t.toLap - t.fromLap + 1 }, (_, k) => t.fromLap + k))).toEqual(
          Array.from({ length: laps }, (_, k) => k + 1),
        )
        turns.slice(1).forEach((turn, k) => {
          const [first, ...rest] = turns[k]!.order
          expect(turn.order).toEqual([...rest, first])
        })
      }),
    )
  })

  it('knows whose turn a lap is', () => {
    const turns = rotationTable(3, 6, 2)
    expect([1, 2, 3, 6, 7].map((lap) => turnOfLap(turns, lap)!.follower)).toEqual([0, 0, 1, 2, 2])
  })

  it.each([
    [0, 1, 1],
    [2, 1.5, 1],
    [2, 4, 0],
  ])('refuses %s followers, %s laps, %s behind', (followers, laps, behind) => {
    expect(() => rotationTable(followers, laps, behind)).toThrow(RangeError)
  })
})

describe('a coded entry', () => {
  const corners = ['1', '2', '5', '5A', '11']
  const entryOf = (typed: string) => readCoded(typed, corners).entry
  it.each([
    ['2te2', { kind: 'fault', corner: '2', code: 'te', severity: 2 }],
    ['2te', { kind: 'fault', corner: '2', code: 'te', severity: 1 }],
    [' 11 BE 3 ', { kind: 'fault', corner: '11', code: 'be', severity: 3 }],
    ['5ate', { kind: 'fault', corner: '5A', code: 'te', severity: 1 }],
    ['1xn!', { kind: 'called', corner: '1', code: 'xn' }],
    ['2+smooth', { kind: 'praise', corner: '2', code: 'smooth' }],
    ['2+sm', { kind: 'praise', corner: '2', code: 'smooth' }],
  ] as const)('%s', (typed, entry) => expect(entryOf(typed)).toEqual(entry))

  it.each([
    ['9te', /^“9te” begins with no corner; corners are 1, 2, 5, 5A, 11$/],
    ['2qq', /^“qq” is no fault$/],
    ['2te9', /^“9” after te: expected 1 note, 2 costs, 3 unsafe, or ! for called$/],
    ['2+zzz', /^no praise begins with “zzz”/],
  ])('%s is refused with what is wrong', (typed, problem) => {
    const read = readCoded(typed, corners)
    expect(read.entry).toBeNull()
    expect(read.problem).toMatch(problem)
  })

  it('is completed while it is typed, the likely first', () => {
    const read = readCoded('2t', corners, () => ['tl'])
    expect(read.completions.map((c) => c.text)).toEqual(['2tl', '2te', '2tn', '2tr'])
    expect(readCoded('5', corners).completions[0]!.text).toBe('5ly')
    expect(readCoded('2et', corners).completions.map((c) => c.text)).toContain('2te')
  })

  it('reads back every fault at every corner it is written for', () => {
    for (const corner of corners)
      for (const { code } of faults) {
        const read = entryOf(`${corner}${code}2`)
        // 5 and a fault that begins with a is 5A where there is one: that is what is written on the board
        if (corner === '5' && code.startsWith('a')) continue
        expect(read).toEqual({ kind: 'fault', corner, code, severity: 2 })
      }
  })
})

describe('the wall’s clock', () => {
  const T0 = Date.UTC(2026, 9, 17, 9)
  const at = (s: number) => new Date(T0 + s * 1000).toISOString()
  const entry = (n: number, s: number, kind: 'release' | 'line' | 'in') => ({
    id: `018f0000-0000-7000-8000-${String(n).padStart(12, '0')}`,
    stintId: '018f0000-0000-7000-8000-000000000000',
    deviceId: 'wall',
    deviceTime: at(s),
    kind,
  })
  const state = (log: ReturnType<typeof entry>[], nowS: number) => carState(stintRecord(log), 3, 100, T0 + nowS * 1000)

  it('expects a released car after its out lap, then lap by lap at its own pace', () => {
    const out = [entry(1, 0, 'release')]
    expect(state(out, 10)).toMatchObject({ state: 'out lap', lap: 0, left: 3, expectedAtMs: T0 + 115_000 })
    const running = [...out, entry(2, 116, 'line'), entry(3, 226, 'line')]
    expect(state(running, 230)).toMatchObject({ state: 'running', lap: 2, left: 1, lapS: 110, expectedAtMs: T0 + 336_000, overdueS: 0 })
    expect(state(running, 350).overdueS).toBeCloseTo(14, 9)
  })

  it('takes a cool-down lap as a slow one, and a car that is in as in', () => {
    const driven = [0, 100, 200, 300].map((s, n) => entry(n, s, 'line'))
    expect(state(driven, 310)).toMatchObject({ left: 0, expectedAtMs: T0 + 435_000 })
    expect(state([...driven, entry(9, 440, 'in')], 500)).toMatchObject({ state: 'in', overdueS: 0 })
    expect(state([], 0)).toMatchObject({ state: 'waiting', expectedAtMs: null })
  })

  it('shows the end in time for a car that has just gone by: a lap to the end, then one to cool down', () => {
    const end = T0 + 1_000_000
    expect(callInBy([100, 90], end)).toBe(end - 235_000)
    expect(callInBy([], end)).toBe(end)
  })

  it('releases the next after the interval', () => {
    expect(nextReleaseMs(null, 20)).toBeNull()
    expect(nextReleaseMs(T0, 20)).toBe(T0 + 20_000)
  })
})
