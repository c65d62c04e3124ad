import { describe, expect, it } from 'vitest'
import { openDayOf } from '../shell/openDay'
import { day as anyDay, dayFile, idOf, logOf, stintFile, threeLaps } from '../fixtures/stadium'
import { notReady } from '../today/readiness'
import { namedBy } from './openStint'
import { nextStint, phaseOf } from './phase'

const running = () => stintFile(logOf([[0, { kind: 'line' }]]), { id: idOf(20) })
const ended = () => stintFile(threeLaps(), { id: idOf(21) })
const ready = (n: number) => stintFile([], { id: idOf(n) })

describe('the next stint', () => {
  it('is the one being driven, else the first not begun', () => {
    expect(nextStint(dayFile([ended(), ready(30), running()]))?.stint.id).toBe(idOf(20))
    expect(nextStint(dayFile([ended(), ready(30), ready(31)]))?.stint.id).toBe(idOf(30))
    expect(nextStint(dayFile([ended()]))).toBeNull()
  })

  it('begins at the first line crossed and is over once in', () => {
    expect([ready(1), running(), ended()].map(phaseOf)).toEqual(['ready', 'running', 'ended'])
  })

  it('is ready again when the only line was taken back', () => {
    const [line] = logOf([[0, { kind: 'line' }]])
    const undo = { ...line!, id: idOf(500), kind: 'undo' as const, about: line!.id, deviceTime: '2026-10-17T10:40:05.000Z' }
    expect(phaseOf(stintFile([line!, undo]))).toBe('ready')
  })
})

describe('what is not ready', () => {
  it('is a student without aims or briefing before, and without debrief after', () => {
    expect(notReady(dayFile([ready(30), ended()])).map((n) => [n.text, n.stage])).toEqual([
      ['Una Brook has no aims yet', 'brief'],
      ['Una Brook is not briefed', 'brief'],
      ['Una Brook is not debriefed', 'debrief'],
    ])
  })

  it('is nothing once each was done', () => {
    const briefed = stintFile([], { aims: ['Brake at the board'], briefedAt: '2026-10-17T09:00:00.000Z' })
    const told = { ...ended(), debrief: { stintId: idOf(21), good: [], workOn: [], sentence: '' } }
    expect(notReady(dayFile([briefed, told, running()]))).toEqual([])
  })
})

describe('the day to open', () => {
  const days = ['2026-10-03', '2026-10-17', '2026-10-31'].map((date) => ({ ...anyDay, date }))
  it.each([
    ['2026-10-17', '2026-10-17'],
    ['2026-10-18', '2026-10-31'],
    ['2026-12-01', '2026-10-31'],
    ['2026-01-01', '2026-10-03'],
  ])('on %s is %s', (today, opened) => expect(openDayOf(days, today)?.date).toBe(opened))
  it('is none when there are none', () => expect(openDayOf([])).toBeNull())
})

describe('what a stint names', () => {
  it('is found in its day', () => {
    const file = ready(30)
    expect(namedBy(dayFile([file]), file)).toMatchObject({
      student: { name: 'Una Brook' },
      instructor: { name: 'Rolf Teller' },
      plan: { version: 3 },
    })
  })
  it('is missed by name where the day does not hold it', () => {
    const file = stintFile([], { studentId: idOf(404) })
    expect(() => namedBy(dayFile([file]), file)).toThrow(`student ${idOf(404)}`)
  })
})
