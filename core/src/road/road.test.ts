import { describe, expect, it } from 'vitest'
import type { Plan, Stint } from '@ochote/contracts'
import { onOtherRoad, planForRoad, roadAt, roadFrom, roadOfPlan, suitsRoad } from './road'

const hours = [
  { from: '08:00', road: 'wet', forecast: 'rain' },
  { from: '11:00', road: 'damp', forecast: '' },
] as const
const grip = (value: number) => ({ conditions: { grip: value, rubberedGrip: value, airDensity: 1.2, windMps: 0, windFromDeg: 0 } })
const plan = (id: string, value: number, released = true, vehicleTypeId = 'hatch') =>
  ({ id, vehicleTypeId, setup: grip(value), ready: released ? { id } : null }) as unknown as Plan

describe('the road of a day', () => {
  it('holds from a time until the next one, and is not known before the first', () => {
    expect(['07:59', '08:00', '10:59', '11:00', '18:00'].map((time) => roadAt([...hours], time))).toEqual([
      null,
      'wet',
      'wet',
      'damp',
      'damp',
    ])
  })

  it('follows from a plan’s grip', () => {
    expect([1, 0.95, 0.94, 0.85, 0.84, 0.5].map((value) => roadOfPlan(grip(value)))).toEqual(['dry', 'dry', 'damp', 'damp', 'wet', 'wet'])
  })

  it('is never driven on a plan for a drier one', () => {
    const drier = { dry: [], damp: [1], wet: [1, 0.9] } as const
    for (const road of ['dry', 'damp', 'wet'] as const) for (const value of drier[road]) expect(suitsRoad(grip(value), road)).toBe(false)
    expect([suitsRoad(grip(0.74), 'damp'), suitsRoad(grip(0.9), 'dry'), suitsRoad(grip(0.74), 'dry')]).toEqual([true, true, false])
  })
})

describe('the plan for a road', () => {
  it('is for exactly that road before one that only suits it, released before not', () => {
    const plans = [plan('wet', 0.74), plan('damp draft', 0.9, false), plan('damp', 0.9), plan('kart', 0.9, true, 'kart')]
    expect(planForRoad(plans, 'hatch', 'damp')?.id).toBe('damp')
    expect(planForRoad(plans.slice(0, 2), 'hatch', 'damp')?.id).toBe('damp draft')
    expect(planForRoad(plans.slice(0, 1), 'hatch', 'damp')?.id).toBe('wet')
    expect(planForRoad(plans, 'hatch', 'dry')?.id).toBe('damp')
    expect(planForRoad(plans, 'kart', 'wet')).toBeUndefined()
  })
})

describe('a change of the road', () => {
  const stint = (startsAt: string, planId: string, planVersionId: string | null = null) => ({ startsAt, planId, planVersionId }) as Stint
  const plans = [plan('dry', 1), plan('wet', 0.74), plan('kart dry', 1, true, 'kart')]

  it('replaces what was said for later', () => {
    expect(roadFrom([...hours], '10:15', 'dry')).toEqual([hours[0], { from: '10:15', road: 'dry', forecast: '' }])
  })

  it('finds the stints to come that are on a plan for another road, in time order, and the plan they could go on', () => {
    const stints = [
      stint('10:00', 'kart dry'),
      stint('09:00', 'dry'),
      stint('09:30', 'dry', 'driven'),
      stint('09:40', 'wet'),
      stint('07:00', 'dry'),
    ]
    const found = onOtherRoad(stints, plans, [{ from: '08:00', road: 'wet', forecast: '' }])
    expect(found.map((one) => [one.stint.startsAt, one.to?.id ?? null])).toEqual([
      ['09:00', 'wet'],
      ['10:00', null],
    ])
  })
})
