import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { faultRate, rateChange } from './faultRate'

describe('faults a lap', () => {
  // Garwood's limits of a Poisson mean at 95 %, as in printed tables
  it.each([
    [0, 0, 3.689],
    [1, 0.025, 5.572],
    [5, 1.623, 11.668],
    [10, 4.795, 18.39],
    [30, 20.241, 42.827],
  ])('%i faults on one lap lie between %f and %f', (faults, from, to) => {
    const rate = faultRate(faults, 1)
    expect(rate.fromPerLap).toBeCloseTo(from, 3)
    expect(rate.toPerLap).toBeCloseTo(to, 2)
  })

  it('lie within their range, which more laps at the same rate make narrower', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 60 }), fc.integer({ min: 1, max: 40 }), (faults, laps) => {
        const few = faultRate(faults, laps)
        const many = faultRate(3 * faults, 3 * laps)
        expect(few.fromPerLap).toBeLessThanOrEqual(few.perLap)
        expect(few.toPerLap).toBeGreaterThan(few.perLap)
        expect(many.perLap).toBeCloseTo(few.perLap, 12)
        expect(many.toPerLap - many.fromPerLap).toBeLessThan(few.toPerLap - few.fromPerLap)
      }),
    )
  })

  it('have changed only where so many laps can tell', () => {
    // 5 and then none, on five laps each: chance gives that in 2 × (1/2)^5, about one case of sixteen
    expect(rateChange({ faults: 5, laps: 5 }, { faults: 0, laps: 5 })).toBe('too few to tell')
    // 6 and then none: 2 × (1/2)^6, one case of thirty-two
    expect(rateChange({ faults: 6, laps: 5 }, { faults: 0, laps: 5 })).toBe('fewer')
    expect(rateChange({ faults: 0, laps: 5 }, { faults: 6, laps: 5 })).toBe('more')
    // as many on twice the laps: no change can be told
    expect(rateChange({ faults: 4, laps: 5 }, { faults: 4, laps: 10 })).toBe('too few to tell')
    expect(rateChange({ faults: 0, laps: 5 }, { faults: 0, laps: 5 })).toBe('too few to tell')
  })

  it('change the other way round where the days change places', () => {
    const count = fc.record({ faults: fc.integer({ min: 0, max: 40 }), laps: fc.integer({ min: 1, max: 20 }) })
    const turned = { fewer: 'more', more: 'fewer', 'too few to tell': 'too few to tell' }
    fc.assert(
      fc.property(count, count, (a, b) => {
        expect(rateChange(a, b)).toBe(turned[rateChange(b, a)])
      }),
    )
  })
})
