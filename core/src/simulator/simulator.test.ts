import { describe, expect, it } from 'vitest'
import { accepted, checkCircuit, checkSetup, checkVehicle } from '../../fixtures/circuits'
import { solvePlan } from '../plan/solvePlan'
import { driveLap, noErrors, type CornerErrors } from './driveLap'
import { observe } from './observe'
import { normalFrom, randomFrom } from '../random/random'

const vehicle = checkVehicle('hatch')
const setup = { ...checkSetup('blend-080'), brakingSchool: 'separate' as const }
const plan = accepted(solvePlan({ circuit: checkCircuit('nine-corner'), vehicle, setup }))

/** A lap with one kind of error at one corner. */
function lapWith(corner: string | null, error: Partial<CornerErrors> = {}) {
  const errors = plan.corners.map((c) => (c.number === corner ? { ...noErrors, ...error } : noErrors))
  return driveLap({ plan, errors, commitment: 1 })
}
const seenAt = (corner: string, error: Partial<CornerErrors>) =>
  observe(plan, lapWith(corner, error))
    .filter((o) => o.corner === corner)
    .map((o) => o.code)
const clean = lapWith(null)

describe('the simulated driver', () => {
  it('without errors laps within 1 % of the plan', () => {
    // not to the same hundredth: it brakes at its mark in one go, and speed the tyres refuse is scrubbed off at once
    expect(Math.abs(clean.trace.lapTimeS / plan.trace.lapTimeS - 1)).toBeLessThan(0.01)
  })

  it('loses time with every kind of error', () => {
    const errors: Partial<CornerErrors>[] = [{ brakeLaterM: -25 }, { speedShare: 0.9 }, { throttleLaterM: 30 }]
    for (const error of errors) expect(lapWith('1', error).trace.lapTimeS).toBeGreaterThan(clean.trace.lapTimeS + 0.05)
  })

  it('is seen to brake early, slow too much, miss the apex, leave width, be late on the throttle', () => {
    expect(seenAt('1', { brakeLaterM: -25 })).toContain('be')
    // the separate school cannot slow once it turns: who slows too much began early
    expect(seenAt('1', { brakeLaterM: -25, speedShare: 0.85 })).toContain('bh')
    expect(seenAt('1', { apexMissM: 2 })).toContain('am')
    expect(seenAt('1', { exitUnusedM: 3 })).toContain('xn')
    expect(seenAt('7', { throttleLaterM: 35 })).toContain('pl')
  })

  it('is seen to brake late only where it arrives too fast', () => {
    expect(seenAt('1', { brakeLaterM: 14 })).toContain('bl')
    expect(seenAt('1', { brakeLaterM: 14 })).not.toContain('be')
  })

  it('has errors seen where they are made: a clean corner stays clean', () => {
    const before = observe(plan, clean).filter((o) => o.corner === '5')
    const after = observe(plan, lapWith('1', { brakeLaterM: -25 })).filter((o) => o.corner === '5')
    expect(after).toEqual(before)
  })
})

describe('random numbers', () => {
  it('are the same for the same seed, and spread as they should be', () => {
    const draw = (seed: number) => Array.from({ length: 4000 }, randomFrom(seed))
    expect(draw(5)).toEqual(draw(5))
    expect(draw(5)).not.toEqual(draw(6))
    expect(draw(5).reduce((a, b) => a + b) / 4000).toBeCloseTo(0.5, 1)
    const normal = Array.from({ length: 4000 }, () => 0)
    const random = randomFrom(9)
    const spread = normal.map(() => normalFrom(random))
    expect(spread.reduce((a, b) => a + b * b) / 4000).toBeCloseTo(1, 0)
  })
})
