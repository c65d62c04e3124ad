import type { LiveSample } from '@ochote/contracts'
import fc from 'fast-check'
import { expect, it } from 'vitest'
import { givenSolution } from '../../fixtures/givenSolution'
import { toLonLat } from '../geometry/localMetres'
import { placeAt, wrapStation } from '../geometry/track'
import { LiveLaps } from './liveLaps'

const plan = givenSolution()
const { track } = plan
const HZ = 10

/** A car that changes speed every second and wanders across the track. */
function drive(speedsMps: readonly number[], offsetsM: readonly number[]): LiveSample[] {
  let stationM = track.lengthM - 40
  return speedsMps.flatMap((speedMps, second) =>
    Array.from({ length: HZ }, (_, k) => {
      stationM = wrapStation(track, stationM + speedMps / HZ)
      const { x, y } = placeAt(track, stationM, offsetsM[second % offsetsM.length]!)
      const seq = second * HZ + k
      return { seq, timeMs: (1000 * seq) / HZ, ...toLonLat(track.circuit.frame, x, y) }
    }),
  )
}

const follow = (samples: readonly LiveSample[]) => {
  const laps = new LiveLaps(plan)
  for (const sample of samples) laps.add(sample)
  return laps
}

const driven = fc.record({
  speedsMps: fc.array(fc.double({ min: 4, max: 45, noNaN: true }), { minLength: 20, maxLength: 60 }),
  offsetsM: fc.array(fc.double({ min: -3, max: 3, noNaN: true }), { minLength: 1, maxLength: 8 }),
})
/** Packets as shares: how far each goes on, and how much of what came before it sends again. */
const packets = fc.array(fc.record({ further: fc.integer({ min: 1, max: 90 }), again: fc.integer({ min: 0, max: 60 }) }), { minLength: 1 })

it('laps and place of a car are the same packet by packet as from all its samples at once', () => {
  fc.assert(
    fc.property(driven, packets, ({ speedsMps, offsetsM }, sent) => {
      const all = drive(speedsMps, offsetsM)
      const car = new LiveLaps(plan)
      let arrived = 0
      for (const { further, again } of sent) {
        const packet = all.slice(Math.max(0, arrived - again), arrived + further)
        arrived = Math.min(all.length, arrived + further)
        for (const sample of packet) car.add(sample)
        const scratch = follow(all.slice(0, arrived))
        expect(car.laps).toEqual(scratch.laps)
        expect(car.place).toEqual(scratch.place)
      }
    }),
    { seed: 20261129, numRuns: 40 },
  )
})
