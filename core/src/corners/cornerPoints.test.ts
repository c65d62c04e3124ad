import { describe, expect, it } from 'vitest'
import { accepted, checkCircuit, checkSetup, checkVehicle } from '../../fixtures/circuits'
import { solvePlan } from '../plan/solvePlan'
import { cornersOf } from '../geometry/corners'
import { cornerPointsOf } from './cornerPoints'

const plan = accepted(
  solvePlan({
    circuit: checkCircuit('nine-corner'),
    vehicle: checkVehicle('hatch'),
    setup: { ...checkSetup('blend-080'), lineSchool: 'given', givenLine: [[0, 0]] },
  }),
)
const { track } = plan
const braked = plan.corners.find((c) => c.points.brakeStart && c.points.brakeEnd)!
const planned = braked.points.brakeStart!.stationM
const TOUCH_M = 4
const BEFORE_M = 20

/** Where braking begins for the corner when the brakes are touched 20 m before, which takes so much off. */
function brakesAt(takenOffMps: number): number {
  const [brakeMps2, speedMps] = [plan.trace.brakeMps2.slice(), plan.trace.speedMps.slice()]
  const first = Math.round((planned - BEFORE_M) / track.stepM)
  const count = TOUCH_M / track.stepM
  for (let k = 0; k < count; k++) brakeMps2[first + k] = 2
  for (let k = 0; k <= BEFORE_M / track.stepM; k++) {
    speedMps[first + k] = braked.points.brakeStart!.speedMps + takenOffMps * Math.max(0, 1 - k / count)
  }
  const points = cornerPointsOf({ ...plan, trace: { ...plan.trace, brakeMps2, speedMps } }, cornersOf(track))
  return points[plan.corners.indexOf(braked)]!.brakeStart!.stationM
}

describe('where braking begins', () => {
  it('is not at a touch of the brakes that nobody would feel', () => {
    expect(brakesAt(0.9 / 3.6)).toBe(planned)
  })

  it('is at the first braking that slows the vehicle', () => {
    expect(Math.abs(brakesAt(1.1 / 3.6) - (planned - BEFORE_M))).toBeLessThanOrEqual(track.stepM)
  })
})
