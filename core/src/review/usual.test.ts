import { describe, expect, it } from 'vitest'
import { accepted, checkCircuit, checkSetup, checkVehicle } from '../../fixtures/circuits'
import { solvePlan } from '../plan/solvePlan'
import { drive, logged } from '../simulator'
import { analyse } from './analysis'
import { brakingOf } from './pedals'
import type { MeasuredPass } from './passes'
import { usualOf } from './usual'

const plan = accepted(
  solvePlan({
    circuit: checkCircuit('nine-corner'),
    vehicle: checkVehicle('coupe'),
    setup: { ...checkSetup('blend-080'), brakingSchool: 'separate', pace: { lateral: 0.7, brake: 0.7, drive: 0.75 } },
  }),
)
const driven = analyse(
  plan,
  logged(plan.track, drive({ plan, laps: 2, faults: [], seed: 3, unsteady: 1 }), { rateHz: 25, seed: 5, noise: 1 }),
)
/** Passes of corner 5 with what is measured of each replaced. */
const passesWith = (changes: readonly Partial<MeasuredPass['pass']>[], planned: Partial<MeasuredPass['pass']> = {}): MeasuredPass[] => {
  const one = driven.passes.find(({ places }) => places.corner.number === '5')!
  return changes.map((change) => ({
    ...one,
    onM: 0,
    pass: { ...one.pass, ...change },
    planned: { ...one.planned, turnInM: 100, ...planned },
  }))
}
const usualAt5 = (passes: readonly MeasuredPass[]) => usualOf(passes).atCorner.get('5')!

describe('what a driver usually does', () => {
  const downs = (...downM: number[]) => passesWith(downM.map((m) => ({ downM: m })))

  it('counts the last change down from turn-in, and not from a plan that changes down later still', () => {
    const early = [95, 96, 94, 95].map((downM) => ({ downM }))
    expect(usualAt5(passesWith(early, { downM: 140 })).downM).toBe(0)
    expect(usualAt5(downs(118, 120, 119, 121)).downM).toBe(20)
    expect(usualAt5(downs(95, 96, 180)).downM).toBe(0)
  })

  it('takes the plan’s own change down, where there are too few laps, or none that show one', () => {
    expect(usualAt5(passesWith([{ downM: 96 }, { downM: 97 }], { downM: 140 })).downM).toBe(40)
    expect(usualAt5(passesWith([{ downM: null }, { downM: null }, { downM: null }], { downM: 90 })).downM).toBe(0)
  })

  it('does not take one early lap in two for the rule', () => {
    expect(
      usualAt5(
        passesWith(
          [95, 140, 96, 140].map((downM) => ({ downM })),
          { downM: 140 },
        ),
      ).downM,
    ).toBe(40)
  })

  it('knows a driver who does not lift where the plan does', () => {
    expect(usualAt5(passesWith([{ lifts: 0 }, { lifts: 1 }, { lifts: 0 }], { lifts: 1 })).lifts).toBe(0)
    expect(usualAt5(passesWith([{ lifts: 0 }, { lifts: 0 }], { lifts: 1 })).lifts).toBe(1)
  })

  it('never excuses late braking by more than a careful driver’s three metres', () => {
    const by = (m: number) =>
      passesWith(
        [1, 2, 3].map(() => ({ brakeStartM: 80 + m })),
        { brakeStartM: 80 },
      )
    expect(usualOf(by(-9)).brakeM).toBe(-3)
    expect(usualOf(by(-2)).brakeM).toBe(-2)
    expect(usualOf(by(8)).brakeM).toBe(0)
  })
})

describe('a push on the brakes that is already on where a pass begins', () => {
  const timeS = Float64Array.from({ length: 40 }, (_, i) => i / 10)
  const brake = timeS.map((_, i) => (i >= 6 && i < 25 ? 0.8 : 0))
  const pedal = { ...driven.passes[0]!, timeS, brake, longMps2: timeS } as unknown as Parameters<typeof brakingOf>[0]

  it('is followed back to where it began, and no further than allowed', () => {
    expect(brakingOf(pedal, 10, 35, 0)!.start).toBe(6)
    expect(brakingOf(pedal, 10, 35, 8)!.start).toBe(8)
    expect(brakingOf(pedal, 10, 35)!.start).toBe(10)
    expect(brakingOf(pedal, 2, 35, 0)!.start).toBe(6)
  })
})
