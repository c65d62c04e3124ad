import type { LiveSample } from '@ochote/contracts'
import { describe, expect, it } from 'vitest'
import { givenSolution } from '../../fixtures/givenSolution'
import { toLonLat } from '../geometry/localMetres'
import { placeAt, stationsApart, valueAt, wrapStation } from '../geometry/track'
import { LiveLaps, type LivePlace } from './liveLaps'
import { measuredPass, resultOfMeasured } from './measuredPass'

const plan = givenSolution()
const { track } = plan
const START_MS = Date.UTC(2026, 9, 17, 9)

/** Samples of a car at a constant speed and offset, from a station on. */
function steady(fromM: number, lengthM: number, speedMps: number, offsetM = 0, hz = 25): LiveSample[] {
  const count = Math.floor((lengthM / speedMps) * hz)
  return Array.from({ length: count }, (_, k) => {
    const stationM = wrapStation(track, fromM + (speedMps * k) / hz)
    const { x, y } = placeAt(track, stationM, offsetM)
    return { seq: k, timeMs: START_MS + (1000 * k) / hz, ...toLonLat(track.circuit.frame, x, y) }
  })
}
function followed(samples: readonly LiveSample[]): LiveLaps {
  const laps = new LiveLaps(plan)
  for (const sample of samples) laps.add(sample)
  return laps
}

describe('a car followed live', () => {
  it('is timed from crossing to crossing, between samples', () => {
    const { laps } = followed(steady(track.lengthM - 100, 2.5 * track.lengthM, 30))
    expect(laps.map((l) => l.number)).toEqual([1, 2, 3])
    expect((laps[0]!.startMs - START_MS) / 1000).toBeCloseTo(100 / 30, 1)
    for (const { startMs, endMs } of laps.slice(0, 2)) expect((endMs! - startMs) / 1000).toBeCloseTo(track.lengthM / 30, 1)
    expect(laps[2]!.endMs).toBeNull()
  })

  it('is where it is, and as far behind the plan as the clock says', () => {
    const car = followed(steady(track.lengthM - 50, 200, 25, 1.5))
    const { stationM, offsetM, speedMps, behindS, timeMs } = car.place!
    expect(stationM).toBeCloseTo(150, -0.5)
    expect(offsetM).toBeCloseTo(1.5, 1)
    expect(speedMps!).toBeCloseTo(25, 0)
    const sinceLineS = (timeMs - car.laps[0]!.startMs) / 1000
    expect(behindS).toBeCloseTo(sinceLineS - valueAt(track, plan.trace.timeS, stationM), 6)
  })

  it('loses no lap to a link that was down: what comes late and twice gives the same laps', () => {
    const all = steady(track.lengthM - 100, 2.2 * track.lengthM, 30)
    const cut = Math.floor(all.length / 2)
    const late = followed([...all.slice(0, cut), ...all.slice(cut - 300)])
    expect(late.laps).toEqual(followed(all).laps)
  })

  it('goes on with a logger that was restarted and counts from 0 again', () => {
    const all = steady(track.lengthM - 100, 2.2 * track.lengthM, 30)
    const cut = Math.floor(all.length / 2)
    const restarted = [...all.slice(0, cut), ...all.slice(cut).map((s, k) => ({ ...s, seq: k }))]
    expect(followed(restarted).laps).toEqual(followed(all).laps)
  })

  it('does not count a lap for going back and forth over the line', () => {
    const forth = steady(track.lengthM - 20, 60, 10)
    const back = [...forth].reverse().map((s, k) => ({ ...s, seq: forth.length + k, timeMs: forth.at(-1)!.timeMs + 40 * (k + 1) }))
    const again = forth.map((s, k) => ({ ...s, seq: 2 * forth.length + k, timeMs: back.at(-1)!.timeMs + 40 * (k + 1) }))
    expect(followed([...forth, ...back, ...again]).laps).toHaveLength(1)
  })

  it('never jumps to a neighbouring part of the track, and is found again after having been off the map', () => {
    const before = steady(100, 60, 20)
    const away: LiveSample = { seq: before.length, timeMs: before.at(-1)!.timeMs + 40, lat: 0, lon: 0 }
    const car = followed([...before, away])
    const after = steady(900, 20, 20).map((s, k) => ({ ...s, seq: before.length + 1 + k, timeMs: away.timeMs + 40 * (k + 1) }))
    for (const sample of after) car.add(sample)
    expect(stationsApart(track, 900, car.place!.stationM)).toBeLessThan(25)
  })
})

describe('a measured pass', () => {
  const corner = plan.corners.find((c) => c.points.brakeStart)!
  const from = corner.points.brakeStart!.stationM
  const endM = stationsApart(track, from, corner.endM)
  /** A pass that brakes so many metres after the plan's mark, down to a speed. */
  function pass(laterM: number, slowestMps = corner.points.minSpeed!.speedMps, apexMissM = 0): LivePlace[] {
    const places: LivePlace[] = []
    let speed = corner.points.brakeStart!.speedMps
    let timeMs = 0
    const away = corner.direction === 'left' ? -1 : 1
    for (let d = -150; d < endM + 10; d += speed / 25) {
      if (d >= laterM) speed = Math.max(slowestMps, speed - 6 / 25)
      timeMs += 40
      const stationM = wrapStation(track, from + d)
      const offsetM = valueAt(track, plan.line.offsetM, stationM) + away * apexMissM
      places.push({ timeMs, stationM, offsetM, speedMps: speed, behindS: 0 })
    }
    return places
  }
  const sizeOf = (places: LivePlace[], code: string) => measuredPass(track, corner, places, code)!.size

  it('finds where braking began, early or late, in metres', () => {
    expect(sizeOf(pass(-25), 'be')).toBeCloseTo(25, -0.7)
    expect(sizeOf(pass(-25), 'bl')).toBe(0)
    expect(sizeOf(pass(18), 'bl')).toBeCloseTo(18, -0.7)
  })
  it('finds how much slower than planned, in km/h, and how far from the apex', () => {
    expect(sizeOf(pass(0, corner.points.minSpeed!.speedMps - 2), 'bh')).toBeCloseTo(7.2, 1)
    expect(sizeOf(pass(0, undefined, 1.2), 'am')).toBeCloseTo(1.2, 1)
  })
  it('says nothing of half a pass, or of what place and speed do not show', () => {
    expect(measuredPass(track, corner, pass(0).slice(0, 60), 'be')).toBeNull()
    expect(measuredPass(track, corner, pass(0), 'hs')).toBeNull()
  })
  it.each([
    [3, 'fixed'],
    [12, 'better'],
    [25, 'no change'],
  ] as const)('braking %s m early is %s', (size, result) => expect(resultOfMeasured({ code: 'be', size, unit: 'm' })).toBe(result))
})
