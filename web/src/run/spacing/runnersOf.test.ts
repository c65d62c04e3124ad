import { describe, expect, it } from 'vitest'
import type { LogEntry } from '@ochote/contracts'
import { loggedStint, markedStadium, stint } from '../../fixtures/stadium'
import { inGroups } from './LeadAndFollow'
import { runnersOf } from './runnersOf'

const { solution } = markedStadium()
const stints = [{ ...loggedStint(), solution }]
const at = (seconds: number) => new Date(Date.parse('2026-10-17T10:00:00.000Z') + seconds * 1000).toISOString()
const entry = (k: number, seconds: number, kind: 'release' | 'line'): LogEntry =>
  ({
    ...{ id: `01890000-0000-7000-8000-0000000000${10 + k}`, stintId: stint.id, deviceId: 'wall', deviceTime: at(seconds), kind },
    ...(kind === 'line' ? { source: 'instructor' } : {}),
  }) as LogEntry

describe('the runners of a session', () => {
  it('are as quick as the plan’s lap times a stated factor where there is no record', () => {
    const [runner] = runnersOf(stints, [], () => 'Ada')
    expect(runner).toMatchObject({ id: stint.id, name: 'Ada', ownLaps: 0 })
    expect(runner!.lapS).toBeCloseTo(solution.trace.lapTimeS * 1.1, 9)
    expect([runner!.daySpreadS / runner!.lapS, runner!.lapSpreadS / runner!.lapS]).toEqual([
      expect.closeTo(0.02, 9),
      expect.closeTo(0.01, 9),
    ])
  })

  it('are as quick and as even as their own laps, without the out lap', () => {
    // laps of 70 s (out), 60, 62, 58 and 60 s
    const lines = [0, 70, 130, 192, 250, 310].map((seconds, k) => entry(k + 1, seconds, 'line'))
    const [runner] = runnersOf(stints, [loggedStint([entry(0, 0, 'release'), ...lines])], () => 'Ada')
    expect(runner).toMatchObject({ ownLaps: 4, lapS: 60 })
    expect(runner!.lapSpreadS).toBeCloseTo(Math.sqrt((0 + 4 + 4 + 0) / 3), 9)
  })
})

describe('followers behind lead cars', () => {
  it.each([
    [0, [0]],
    [3, [3]],
    [5, [5]],
    [6, [3, 3]],
    [11, [4, 3, 4]],
    [12, [4, 4, 4]],
  ])('%d are in groups of %j, all of them and in their order', (n, sizes) => {
    const names = Array.from({ length: n }, (_, k) => `${k}`)
    const groups = inGroups(names)
    expect(groups.map((group) => group.length)).toEqual(sizes)
    expect(groups.flat()).toEqual(names)
  })
})
