import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Setup } from '@ochote/contracts'
import { accepted, checkCircuit, checkSetup, checkVehicle } from '../../fixtures/circuits'
import { solvePlan } from '../plan/solvePlan'
import { whatIfOf } from '../plan/whatIfOf'
import { partOf, type Change } from './change'
import { ON_LINE, stepOffLine, type OffLine } from '../line/offLine'

const circuit = checkCircuit('nine-corner')
const vehicle = checkVehicle('hatch')
const setup: Setup = { ...checkSetup('blend-080'), lineSchool: 'fastest' }
const plan = accepted(solvePlan({ circuit, vehicle, setup }))
/** the corner before the longest straight */
const before = plan.corners.reduce((a, b) => (b.after.flatOutM > a.after.flatOutM ? b : a)).number
const ask = (change: Change, corner = before) => whatIfOf(plan, corner, change)!
const RUNS = { numRuns: 30, seed: 20261124 }

describe('braking otherwise before the longest straight', () => {
  it('gains on entry when later, and loses more after', () => {
    fc.assert(
      fc.property(fc.double({ min: 4, max: 9, noNaN: true }), (metres) => {
        const { lostS, totalLostS } = ask({ kind: 'brake-later', metres })
        expect(lostS.braking).toBeLessThan(0)
        expect(lostS.entry + lostS.exit + lostS.straight).toBeGreaterThan(-lostS.braking)
        expect(totalLostS).toBeGreaterThan(0)
      }),
      RUNS,
    )
  })

  it('costs when earlier, the more the earlier', () => {
    const cost = (metres: number) => ask({ kind: 'brake-later', metres: -metres }).totalLostS
    fc.assert(
      fc.property(fc.double({ min: 2, max: 15, noNaN: true }), (metres) => {
        expect(cost(metres)).toBeGreaterThan(0.01)
        expect(cost(metres + 3)).toBeGreaterThan(cost(metres))
      }),
      RUNS,
    )
  })

  it('runs wider the later, and slower past the outer edge than planned', () => {
    const [little, much] = [ask({ kind: 'brake-later', metres: 4 }), ask({ kind: 'brake-later', metres: 8 })]
    expect(little.outer.clearM).toBeLessThan(little.outerPlanned.clearM)
    expect(much.outer.clearM).toBeLessThan(little.outer.clearM)
    expect(much.outerPlanned.clearM).toBeCloseTo(little.outerPlanned.clearM, 1)
  })
})

describe.each<[string, Change]>([
  ['braking later', { kind: 'brake-later', metres: 6 }],
  ['braking earlier', { kind: 'brake-later', metres: -10 }],
  ['braking softer', { kind: 'brake-softer', share: 0.1 }],
  ['carrying more', { kind: 'carry', mps: 1 }],
  ['carrying less', { kind: 'carry', mps: -1 }],
  ['turning in early', { kind: 'turn-later', metres: -5 }],
  ['turning in late', { kind: 'turn-later', metres: 6 }],
  ['coming to the inside early', { kind: 'apex-earlier', metres: 5 }],
  ['throttle late', { kind: 'throttle-later', metres: 12 }],
  ['lifting once', { kind: 'lift-once', seconds: 0.6 }],
])('%s', (_name, change) => {
  it('costs time on the lap unless it leaves the track, and its four parts add up', () => {
    const { lostS, totalLostS, outer } = ask(change)
    expect(outer.clearM < 0 || totalLostS > 0, `${totalLostS} s, ${outer.clearM} m`).toBe(true)
    expect(Object.values(lostS).reduce((a, b) => a + b, 0)).toBeCloseTo(totalLostS, 9)
  })

  it('vanishes as the change goes to zero', () => {
    const whole = ask(change).totalLostS
    const hundredth = ask(partOf(change, 0.01))
    expect(Math.abs(hundredth.totalLostS)).toBeLessThan(Math.max(0.004, Math.abs(whole) / 10))
    expect(hundredth.outer.clearM).toBeCloseTo(hundredth.outerPlanned.clearM, 0)
    expect(ask(partOf(change, 0)).totalLostS).toBeCloseTo(0, 3)
  })
})

describe('what is asked', () => {
  it('of a corner there is not has no answer', () => {
    expect(whatIfOf(plan, '99', { kind: 'carry', mps: 1 })).toBeNull()
  })

  it('leaves the rest of the lap as planned', () => {
    const { lap } = ask({ kind: 'throttle-later', metres: 10 })
    const last = lap.speedMps.length - 1
    expect(lap.speedMps[last]).toBeCloseTo(lap.plannedMps[last]!, 6)
    expect(Math.max(...lap.speedMps.map((v, k) => v - lap.plannedMps[k]!))).toBeLessThan(1e-6)
  })
})

describe('beside the line', () => {
  const drive = (strides: number, stepM: number, steering: Parameters<typeof stepOffLine>[2]): OffLine => {
    let at = ON_LINE
    for (let k = 0; k < strides; k++) at = stepOffLine(at, stepM, steering)
    return at
  }

  it('without grip goes straight on: out by s²/2R', () => {
    const at = drive(100, 0.1, { linePerM: 1 / 200, mostPerM: 0, leastOutM: 0 })
    expect(at.outM).toBeCloseTo(10 ** 2 / 400, 2)
    expect(at.headingRad).toBeCloseTo(10 / 200, 6)
  })

  it('with half the turning it needs runs out half as far', () => {
    const at = drive(100, 0.1, { linePerM: 1 / 200, mostPerM: 1 / 400, leastOutM: 0 })
    expect(at.outM).toBeCloseTo(10 ** 2 / 800, 2)
  })

  it('brings its heading back to the line and no further, and keeps what it lost', () => {
    const wide: OffLine = { outM: 1, headingRad: 0.02 }
    let at = wide
    for (let k = 0; k < 200; k++) at = stepOffLine(at, 0.5, { linePerM: 1 / 100, mostPerM: 1 / 60, leastOutM: 0 })
    expect(at.headingRad).toBeCloseTo(0, 9)
    expect(at.outM).toBeGreaterThan(1)
    expect(at.outM).toBeLessThan(1.2)
  })

  it('does not cross the inside edge', () => {
    const inwards: OffLine = { outM: 0, headingRad: -0.05 }
    let at = inwards
    for (let k = 0; k < 60; k++) at = stepOffLine(at, 0.5, { linePerM: 0, mostPerM: 1, leastOutM: -0.6 })
    expect(at).toEqual({ outM: -0.6, headingRad: 0 })
  })
})
