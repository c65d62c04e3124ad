import { describe, expect, it } from 'vitest'
import { givenSolution } from '../../fixtures/givenSolution'
import { valueAt } from '../geometry/track'
import { sampleAtTime, stationAtTime } from './atTime'

const { track, trace } = givenSolution()

describe('a place by its time', () => {
  it('is the last sample reached', () => {
    const times = Float64Array.from([0, 1, 2.5])
    expect([-1, 0, 0.9, 1, 2.4, 9].map((s) => sampleAtTime(times, s))).toEqual([0, 0, 0, 1, 1, 2])
  })
  it('comes back to the time it was asked for', () => {
    for (const seconds of [0, 3.21, 17.5, trace.lapTimeS - 0.3]) {
      const stationM = stationAtTime(track, trace, seconds)
      expect(valueAt(track, trace.timeS, stationM)).toBeCloseTo(seconds, 2)
    }
  })
  it('goes round: before the line is the end of the lap before', () => {
    expect(stationAtTime(track, trace, -0.5)).toBeCloseTo(stationAtTime(track, trace, trace.lapTimeS - 0.5), 6)
    expect(stationAtTime(track, trace, trace.lapTimeS + 4)).toBeCloseTo(stationAtTime(track, trace, 4), 6)
  })
})
