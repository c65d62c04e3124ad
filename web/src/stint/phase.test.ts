import { describe, expect, it } from 'vitest'
import { dayToOpen } from '../shell/dayToOpen'
import { car, day as anyDay, dayView, idOf, logOf, loggedStint, threeLaps, vehicle, vehicleType } from '../fixtures/stadium'
import type { LoggedStint } from '../stintLog/useDayLogs'
import { notReady } from '../today/readiness'
import { namedBy } from './openStint'
import { nextStint, phaseOf } from './phase'

const running = () => loggedStint(logOf([[0, { kind: 'line' }]]), { id: idOf(20) })
const ended = () => loggedStint(threeLaps(), { id: idOf(21) })
const ready = (n: number) => loggedStint([], { id: idOf(n) })

describe('the next stint', () => {
  it('is the one being driven, else the first not begun', () => {
    expect(nextStint([ended(), ready(30), running()])?.stint.id).toBe(idOf(20))
    expect(nextStint([ended(), ready(30), ready(31)])?.stint.id).toBe(idOf(30))
    expect(nextStint([ended()])).toBeNull()
  })

  it('begins at the first line crossed and is over once in', () => {
    expect([ready(1), running(), ended()].map(phaseOf)).toEqual(['ready', 'running', 'ended'])
  })

  it('is ready again when the only line was taken back', () => {
    const [line] = logOf([[0, { kind: 'line' }]])
    const undo = { ...line!, id: idOf(500), kind: 'undo' as const, about: line!.id, deviceTime: '2026-10-17T10:40:05.000Z' }
    expect(phaseOf(loggedStint([line!, undo]))).toBe('ready')
  })
})

describe('what is not ready', () => {
  const missing = (stints: LoggedStint[]) => notReady(dayView(stints), stints)

  it('is a student without aims or briefing before, and without debrief after', () => {
    expect(missing([ready(30), ended()]).map((n) => [n.text, n.stage])).toEqual([
      ['Una Brook has no aims yet', 'brief'],
      ['Una Brook is not briefed', 'brief'],
      ['Una Brook is not debriefed', 'debrief'],
    ])
  })

  it('is nothing once each was done', () => {
    const briefed = loggedStint([], { aims: [{ kind: 'words', words: 'Brake at the board' }], briefedAt: '2026-10-17T09:00:00.000Z' })
    const debriefed = { ...ended(), debriefed: true }
    expect(missing([briefed, debriefed, running()])).toEqual([])
  })
})

describe('the day to open', () => {
  const days = ['2026-10-03', '2026-10-17', '2026-10-31'].map((date) => ({ ...anyDay, date }))
  it.each([
    ['2026-10-17', '2026-10-17'],
    ['2026-10-18', '2026-10-31'],
    ['2026-12-01', '2026-10-31'],
    ['2026-01-01', '2026-10-03'],
  ])('on %s is %s', (today, opened) => expect(dayToOpen(days, today)?.date).toBe(opened))
  it('is none when there are none', () => expect(dayToOpen([])).toBeNull())
})

describe('what a stint names', () => {
  const estate = { id: idOf(71), vehicle: { ...vehicle, name: 'Estate', massKg: 1700 }, version: 1 }
  const day = { ...dayView([]), vehicleTypes: [vehicleType, estate] }
  it('is looked up in its day', () => {
    expect(namedBy(day, ready(30))).toMatchObject({ plan: { version: 3 }, car: { name: 'Hatch 1' }, placedFor: null })
  })
  it('is missing by name where the day does not have it', () => {
    expect(() => namedBy(day, loggedStint([], { carId: idOf(404) }))).toThrow(`car ${idOf(404)}`)
  })
  it('is computed for the car that is driven, with the cones placed for the plan’s type', () => {
    const mixed = { ...day, cars: [{ ...car, vehicleTypeId: estate.id }] }
    const { vehicleType: driven, placedFor } = namedBy(mixed, ready(30))
    expect([driven.vehicle.name, placedFor?.vehicle.name]).toEqual(['Estate', 'Test hatch'])
  })
})
