import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { comparedWith, lapsAgainstPlan } from './lapsAgainstPlan'

describe('laps against the plan', () => {
  it('has best, middle, quarters and spread as a pencil finds them', () => {
    expect(lapsAgainstPlan([112, 108, 110, 109, 115], 100)).toEqual({
      ...{ laps: 5, planS: 100, bestS: 108, middleS: 110, halfWithin: { fromS: 109, toS: 112 }, spreadS: 7 },
    })
    expect(lapsAgainstPlan([104, 102], 100)).toEqual({ laps: 2, planS: 100, bestS: 102, middleS: 103, halfWithin: null, spreadS: 2 })
    expect(lapsAgainstPlan([104], 100)).toMatchObject({ middleS: 104, spreadS: null })
    expect(lapsAgainstPlan([], 100)).toBeNull()
  })

  const dry = lapsAgainstPlan([112, 108, 110, 109, 115], 100)!

  it('compares shares of each plan’s own lap, not seconds', () => {
    const wet = lapsAgainstPlan([125, 126, 127, 128, 126], 120)! // slower in seconds, closer to its plan
    expect(comparedWith(dry, wet)).toBe('closer')
    expect(comparedWith(wet, dry)).toBe('further')
  })

  it('says nothing where the middle halves meet, or of a few laps', () => {
    expect(comparedWith(dry, lapsAgainstPlan([108, 109, 111, 112, 107], 100)!)).toBe('too alike')
    expect(comparedWith(dry, lapsAgainstPlan([101, 101, 101], 100)!)).toBe('too few')
  })

  it('never says both ways, and does not depend on the order of the laps', () => {
    const times = fc.array(fc.integer({ min: 80, max: 160 }), { minLength: 1, maxLength: 12 })
    fc.assert(
      fc.property(times, times, fc.integer({ min: 80, max: 120 }), (a, b, planS) => {
        const [one, other] = [lapsAgainstPlan(a, 100)!, lapsAgainstPlan(b, planS)!]
        const opposite = { closer: 'further', further: 'closer', 'too alike': 'too alike', 'too few': 'too few' } as const
        expect(comparedWith(other, one)).toBe(opposite[comparedWith(one, other)])
        expect(lapsAgainstPlan([...a].reverse(), 100)).toEqual(one)
      }),
    )
  })
})
