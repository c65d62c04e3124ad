import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { checkCircuit, checkSetup, checkVehicle } from '../../fixtures/circuits'
import { sampleTrack } from '../geometry/track'
import { gripMapOf } from '../line/gripMap'
import { roadAlong } from '../line/roadAlong'
import { forcesAlong } from '../vehicle/forces'
import { speedAlong, type DrivingSetup } from './speedAlong'

const track = sampleTrack(checkCircuit('nine-corner'), 4)
const straightDown = {
  offsetM: new Float64Array(track.count),
  slope: new Float64Array(track.count),
  bendPerM: new Float64Array(track.count),
}
const vehicle = checkVehicle('coupe')
const base = checkSetup('blend-080')

const share = fc.double({ min: 0.4, max: 1, noNaN: true })
const setups = fc.record({ lateral: share, brake: share, drive: share, grip: share, school: fc.constantFrom('separate', 'blend', 'trail') })
type Drawn = typeof setups extends fc.Arbitrary<infer T> ? T : never

const setupOf = ({ lateral, brake, drive, grip, school }: Drawn): DrivingSetup => ({
  pace: { lateral, brake, drive },
  brakingSchool: school as DrivingSetup['brakingSchool'],
  conditions: { ...base.conditions, grip },
})
const roadFor = (setup: DrivingSetup) => roadAlong(track, gripMapOf(track, setup.conditions, null), straightDown)
const lap = (setup: DrivingSetup, car = vehicle) => speedAlong(roadFor(setup), car, setup).lapTimeS

const RUNS = { numRuns: 40, seed: 20261123 }
/** A lap may come out this much slower by rounding alone, s. */
const ROUNDING_S = 0.002

describe('over many set-ups', () => {
  it('more grip never makes a lap slower', () => {
    fc.assert(
      fc.property(setups, fc.double({ min: 1.01, max: 1.3, noNaN: true }), (drawn, more) => {
        const setup = setupOf(drawn)
        const grippier = { ...setup, conditions: { ...setup.conditions, grip: setup.conditions.grip * more } }
        expect(lap(grippier)).toBeLessThanOrEqual(lap(setup) + ROUNDING_S)
      }),
      RUNS,
    )
  })

  it('more power never makes a lap slower', () => {
    fc.assert(
      fc.property(setups, fc.double({ min: 1.01, max: 1.5, noNaN: true }), (drawn, more) => {
        const setup = setupOf(drawn)
        const stronger = { ...vehicle, torqueNm: vehicle.torqueNm.map(([rpm, nm]): [number, number] => [rpm, nm * more]) }
        expect(lap(setup, stronger)).toBeLessThanOrEqual(lap(setup) + ROUNDING_S)
      }),
      RUNS,
    )
  })

  it('the tyres are never asked for more than they have across, and speeds stay above zero', () => {
    fc.assert(
      fc.property(setups, (drawn) => {
        const setup = setupOf(drawn)
        const road = roadFor(setup)
        const forces = forcesAlong(road, vehicle, setup)
        speedAlong(road, vehicle, setup).speedMps.forEach((v, i) => {
          expect(v).toBeGreaterThan(0)
          expect(v * v).toBeLessThanOrEqual(forces.limitQ[i]! * (1 + 1e-9))
        })
      }),
      RUNS,
    )
  })

  it('gives the same answer for the same input', () => {
    const setup = setupOf({ lateral: 0.8, brake: 0.7, drive: 0.9, grip: 0.9, school: 'trail' })
    expect(speedAlong(roadFor(setup), vehicle, setup)).toEqual(speedAlong(roadFor(setup), vehicle, setup))
  })
})
