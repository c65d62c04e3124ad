import { describe, expect, it } from 'vitest'
import type { Setup, Vehicle } from '@ochote/contracts'
import { accepted, checkCircuit, checkSetup, checkVehicle } from '../../fixtures/circuits'
import { kart } from '../../fixtures/vehicles'
import { solvePlan } from '../plan/solvePlan'
import { whatIfOf } from '../plan/whatIfOf'
import { partOf, type Change } from './change'

const circuit = checkCircuit('nine-corner')
const planOf = (vehicle: Vehicle, setup: Partial<Setup>) =>
  accepted(solvePlan({ circuit, vehicle, setup: { ...checkSetup('blend-080'), lineSchool: 'fastest', ...setup } }))
const plans = [
  { name: 'a hatchback, blend', plan: planOf(checkVehicle('hatch'), {}) },
  { name: 'a hatchback, separate', plan: planOf(checkVehicle('hatch'), { brakingSchool: 'separate' }) },
  { name: 'a coupé, trail', plan: planOf(checkVehicle('coupe'), { brakingSchool: 'trail' }) },
  { name: 'a kart, blend', plan: planOf(kart, {}) },
]
const SHARES = [0.1, 0.4, 0.7, 1]
/** What a re-run on samples of 2 m can tell apart, s and m. */
const SAME_S = 0.004
const SAME_M = 0.05

/** Changes that only cost, up to the largest that the page offers. */
const costs: [string, Change][] = [
  ['turning in late', { kind: 'turn-later', metres: 10 }],
  ['turning in early', { kind: 'turn-later', metres: -10 }],
  ['reaching the inside early', { kind: 'apex-earlier', metres: 10 }],
  ['braking early', { kind: 'brake-later', metres: -20 }],
  ['carrying less', { kind: 'carry', mps: -10 / 3.6 }],
  ['throttle late', { kind: 'throttle-later', metres: 20 }],
  ['lifting once', { kind: 'lift-once', seconds: 2 }],
]
/** Changes that take a car out of its line. */
const widens: [string, Change][] = [
  ['turning in late', { kind: 'turn-later', metres: 10 }],
  ['turning in early', { kind: 'turn-later', metres: -10 }],
  ['reaching the inside early', { kind: 'apex-earlier', metres: 10 }],
  ['braking late', { kind: 'brake-later', metres: 10 }],
  ['braking softer', { kind: 'brake-softer', share: 0.3 }],
  ['carrying more', { kind: 'carry', mps: 6 / 3.6 }],
]

describe.each(plans)('what if, for $name, at every corner', ({ plan }) => {
  /** every answer is looked at on the way: it is no gain where it ends off the track, and its parts add up */
  const answers = (number: string, change: Change) =>
    SHARES.map((share) => {
      const answer = whatIfOf(plan, number, partOf(change, share))!
      const { leavesTrack, outer, outerPlanned, totalLostS, lostS, verdict } = answer
      expect(Object.values(lostS).reduce((a, b) => a + b, 0)).toBeCloseTo(totalLostS, 9)
      expect(leavesTrack).toBe(outer.clearM < 0 && outer.clearM < outerPlanned.clearM - 0.01)
      expect(verdict === 'off').toBe(leavesTrack)
      return answer
    })

  it.each(costs)('%s costs, and the more the larger it is', (_name, change) => {
    for (const { number } of plan.corners) {
      const lost = answers(number, change).map((a) => a.totalLostS)
      lost.forEach((s, k) => {
        expect(s, `corner ${number}, ${SHARES[k]}: ${lost.join(' ')}`).toBeGreaterThan(-SAME_S)
        if (k > 0) expect(s, `corner ${number}: ${lost.join(' ')}`).toBeGreaterThan(lost[k - 1]! - SAME_S)
      })
    }
  })

  it.each(widens)('%s takes the car out the more the larger it is, and hardly at all when it is small', (_name, change) => {
    for (const { number } of plan.corners) {
      const all = answers(number, change)
      const clear = all.map((a) => a.outer.clearM)
      const planned = all[0]!.outerPlanned.clearM
      expect(planned - whatIfOf(plan, number, partOf(change, 0.01))!.outer.clearM, `corner ${number}`).toBeLessThan(0.4)
      clear.forEach((m, k) => {
        expect(m, `corner ${number}: ${planned} ${clear.join(' ')}`).toBeLessThan(planned + SAME_M)
        if (k > 0) expect(m, `corner ${number}: ${clear.join(' ')}`).toBeLessThan(clear[k - 1]! + SAME_M)
      })
    }
  })
})
