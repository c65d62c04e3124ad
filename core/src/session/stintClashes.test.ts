import { describe, expect, it } from 'vitest'
import type { LedSession } from '@ochote/contracts'
import { stintClashes, stintTime, type TimedStint } from './stintClashes'

const stint = (id: string, change: Partial<TimedStint> = {}): TimedStint => ({
  ...{ id, studentId: `student ${id}`, instructorId: `instructor ${id}`, carId: `car ${id}`, plannedLaps: 5, startsAt: '09:20' },
  ...change,
})
const led = (stintIds: string[], change: Partial<LedSession> = {}): LedSession => ({
  ...{ id: 'led', dayId: 'day', kind: 'led', name: 'Sighting laps', startsAt: '09:00', stintIds, laps: 6, lapsBehind: 2, gapS: 2 },
  ...{ swapAfterCorner: '', version: 1, ...change },
})

describe('two stints of a day', () => {
  it('last their laps and an out and an in lap, at two minutes each', () => {
    expect(stintTime(stint('a'), [])).toEqual({ fromMin: 560, toMin: 574 })
    expect(stintTime(stint('a'), [led(['a'])])).toEqual({ fromMin: 540, toMin: 556 })
  })

  it('do not clash with other cars and people, nor one after the other', () => {
    expect(stintClashes(stint('a'), [stint('a'), stint('b')], [])).toEqual([])
    expect(stintClashes(stint('a'), [stint('b', { carId: 'car a', startsAt: '09:34' })], [])).toEqual([])
  })

  it('clash over one car, certainly where they start together', () => {
    const clash = (startsAt: string) => stintClashes(stint('a'), [stint('b', { carId: 'car a', startsAt })], [])
    expect(clash('09:20')).toEqual([{ stintId: 'a', otherId: 'b', kind: 'car', id: 'car a', isCertain: true }])
    expect(clash('09:33')).toMatchObject([{ kind: 'car', isCertain: false }])
    expect(clash('09:07')).toMatchObject([{ kind: 'car', isCertain: false }])
    expect(clash('09:06')).toEqual([])
  })

  it('clash over a person, in whichever seat', () => {
    expect(stintClashes(stint('a'), [stint('b', { instructorId: 'instructor a' })], [])).toMatchObject([
      { kind: 'person', id: 'instructor a' },
    ])
    expect(stintClashes(stint('a'), [stint('b', { studentId: 'instructor a' })], [])).toMatchObject([
      { kind: 'person', id: 'instructor a' },
    ])
    expect(stintClashes(stint('a'), [stint('b', { studentId: 'student a' })], [])).toMatchObject([{ kind: 'person', id: 'student a' }])
  })
})

describe('the stints of a led session', () => {
  const behind = (id: string, change = {}) => stint(id, { instructorId: 'lead', startsAt: '09:00', ...change })

  it('share who leads, and no car', () => {
    expect(stintClashes(behind('a'), [behind('b')], [led(['a', 'b'])])).toEqual([])
    expect(stintClashes(behind('a'), [behind('b', { carId: 'car a' })], [led(['a', 'b'])])).toMatchObject([
      { kind: 'car', isCertain: true },
    ])
  })

  it('keep who leads from a car outside it', () => {
    expect(stintClashes(behind('a'), [stint('c', { instructorId: 'lead', startsAt: '09:05' })], [led(['a', 'b'])])).toMatchObject([
      { kind: 'person', id: 'lead', isCertain: false },
    ])
  })

  it('start with it, even if they were planned for another time', () => {
    const moved = [led(['a'], { startsAt: '11:00' })]
    expect(stintClashes(behind('a'), [stint('c', { carId: 'car a', startsAt: '09:00' })], moved)).toEqual([])
  })
})
