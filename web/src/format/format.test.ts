import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  clock,
  count,
  difference,
  differenceFrom,
  distance,
  distanceNeeded,
  fineDistance,
  givenDistance,
  givenSpeed,
  lapLength,
  lapTime,
  longDay,
  runningTime,
  shortDay,
  speed,
  today,
} from './format'
import { setUnits } from './units'

describe('numbers as they are read', () => {
  it.each([
    [102.36, '1:42.36'],
    [59.996, '1:00.00'],
    [9.5, '0:09.50'],
    [0, '0:00.00'],
    [600, '10:00.00'],
  ])('%d s is the lap time %s', (seconds, text) => expect(lapTime(seconds)).toBe(text))

  it('reads back to the same hundredth', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 3600, noNaN: true }), (seconds) => {
        const [minutes, rest] = lapTime(seconds).split(':')
        expect(Math.abs(Number(minutes) * 60 + Number(rest) - seconds)).toBeLessThan(0.00501)
        expect(Number(rest)).toBeLessThan(60)
      }),
    )
  })

  it('shows tenths while the clock runs, never ahead of the time', () => {
    expect([runningTime(0), runningTime(59.99), runningTime(60.04), runningTime(125.67)]).toEqual(['0:00.0', '0:59.9', '1:00.0', '2:05.6'])
  })

  it('says a difference with a word', () => {
    expect([difference(0.31), difference(-0.2), difference(0.001)]).toEqual(['0.31 s slower', '0.20 s quicker', 'the same time'])
  })

  it('are in the school’s units, on this device from then on', () => {
    setUnits('imperial')
    expect([speed(10), distance(100), fineDistance(1), lapLength(2912)]).toEqual(['22 mph', '109 yd', '1.1 yd', '1.81 miles'])
    // 5 m are 5.47 yd and 3 km/h are 1.86 mph; 3.66 m are 4 yd, so 3.7 m need a fifth
    expect([givenDistance(5), givenSpeed(3 / 3.6), distanceNeeded(3.65), distanceNeeded(3.7)]).toEqual([
      '5.5 yd',
      '1.9 mph',
      '4 yd',
      '5 yd',
    ])
    expect(localStorage.getItem('ochote.units')).toBe('imperial')
    setUnits('metric')
    expect([speed(10), distance(100)]).toEqual(['36 km/h', '100 m'])
    expect([givenDistance(5), givenSpeed(0.5 / 3.6), distanceNeeded(3.1)]).toEqual(['5 m', '0.5 km/h', '4 m'])
  })

  it('says how one time compares with another', () => {
    expect([differenceFrom(0.31, 'planned'), differenceFrom(0.001, 'the best')]).toEqual([
      '0.31 s slower than planned',
      'as quick as the best',
    ])
  })

  it('carries units', () => {
    expect([speed(10), distance(12.6), lapLength(2912), count(1, 'lap'), count(3, 'lap')]).toEqual([
      '36 km/h',
      '13 m',
      '2.91 km',
      '1 lap',
      '3 laps',
    ])
    expect([longDay('2026-10-17'), shortDay('2026-10-17')]).toEqual(['Saturday 17 October 2026', '17 Oct'])
    expect([longDay('2026-01-01'), shortDay('2024-02-29')]).toEqual(['Thursday 1 January 2026', '29 Feb'])
    // on the clock of this device, whatever zone it is in
    const at = new Date(2026, 2, 5, 0, 7)
    expect(clock(at.toISOString())).toBe('00:07')
    expect(today()).toMatch(new RegExp(`^${new Date().getFullYear()}-\\d\\d-\\d\\d$`))
  })
})
