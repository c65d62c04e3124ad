import { describe, expect, it } from 'vitest'
import { accepted, checkCircuit, checkSetup, checkVehicle } from '../../fixtures/circuits'
import { solvePlan } from '../plan/solvePlan'
import { analyse } from '../review/analysis'
import { drive, logged, type DrivenFault } from '.'

const plan = accepted(solvePlan({ circuit: checkCircuit('nine-corner'), vehicle: checkVehicle('hatch'), setup: checkSetup('blend-080') }))
const LAPS = 6
const faults: DrivenFault[] = [
  { lap: 1, corner: '1', code: 'be', size: 22 },
  { lap: 1, corner: '5', code: 'bh', size: 12 },
  { lap: 2, corner: '3', code: 'xn', size: 3 },
  { lap: 2, corner: '7', code: 'bl', size: 13 },
  { lap: 3, corner: '9', code: 'be', size: 20 },
  { lap: 3, corner: '4', code: 'am', size: 2.5 },
  { lap: 4, corner: '1', code: 'bd', size: 2 },
  { lap: 4, corner: '6', code: 'xn', size: 3 },
  { lap: 5, corner: '3', code: 'am', size: 2.5 },
  { lap: 5, corner: '9', code: 'pl', size: 35 },
]
const driven = drive({ plan, laps: LAPS, faults, seed: 11, unsteady: 1 })
const clean = drive({ plan, laps: LAPS, faults: [], seed: 11, unsteady: 1 })

describe('the simulated driver with hands and feet of its own', () => {
  it('drives the same for the same seed, and otherwise for another', () => {
    const again = drive({ plan, laps: 1, faults: [], seed: 11, unsteady: 1 })
    expect(again.lapTimesS[0]).toBe(clean.lapTimesS[0])
    expect(drive({ plan, laps: 1, faults: [], seed: 12, unsteady: 1 }).lapTimesS[0]).not.toBe(clean.lapTimesS[0])
  })

  it('laps a little slower than the plan, stays on the road, and loses time with every fault', () => {
    expect(clean.lapTimesS).toHaveLength(LAPS)
    for (const timeS of clean.lapTimesS) {
      expect(timeS).toBeGreaterThan(plan.trace.lapTimeS)
      expect(timeS).toBeLessThan(1.04 * plan.trace.lapTimeS)
    }
    const lost = driven.lapTimesS.map((timeS, k) => timeS - clean.lapTimesS[k]!)
    expect(lost[0]).toBeGreaterThan(0.3) // an early brake and a corner taken too slowly
    expect(
      analyse(plan, logged(plan.track, clean, { rateHz: 25, seed: 1, noise: 0 })).findings.filter((one) => one.fault === 'of'),
    ).toEqual([])
  })

  it('moves no pedal and no wheel faster than hands and feet can', () => {
    const fastest = (pedal: readonly number[]) => pedal.slice(1).reduce((most, p, i) => Math.max(most, Math.abs(p - pedal[i]!)), 0)
    expect(Math.max(fastest(driven.throttle), fastest(driven.brake))).toBeLessThan(0.07)
    const both = driven.throttle.reduce((most, t, i) => Math.max(most, Math.min(t, driven.brake[i]!)), 0)
    expect(both).toBeLessThan(0.5)
    expect([...driven.throttle, ...driven.brake].every((share) => share >= 0 && share <= 1)).toBe(true)
  })

  it.each([25, 10])('is found out by its recording at %d a second, and seldom accused', (rateHz) => {
    const { findings, laps } = analyse(plan, logged(plan.track, driven, { rateHz, seed: 5, noise: 1 }))
    const found = faults.filter((fault) =>
      findings.some((one) => one.lap === fault.lap && one.corner === fault.corner && one.fault === fault.code),
    )
    expect(found.length).toBeGreaterThanOrEqual(9)
    const isFaulty = (one: { lap: number; corner: string }) => faults.some((fault) => fault.lap === one.lap && fault.corner === one.corner)
    const accused = new Set(findings.filter((one) => !isFaulty(one)).map((one) => `${one.lap}/${one.corner}`))
    expect(accused.size / (LAPS * plan.corners.length - faults.length)).toBeLessThanOrEqual(0.1)
    laps.filter((lap) => lap.complete).forEach(({ timeS }, k) => expect(Math.abs(timeS - driven.lapTimesS[k]!)).toBeLessThan(0.1))
  })
})
