import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { faults } from '../faults/catalogue'
import { offeredFaults } from './offeredFaults'

const codesOf = (seen: readonly string[], braked = true) => offeredFaults(seen, braked).map((f) => f.code)

describe('the faults that a seat offers', () => {
  it('keep their places, and those seen before are marked', () => {
    expect(codesOf([])).toEqual(['be', 'bl', 'te', 'am', 'pl', 'xn'])
    expect(codesOf(['xn', 'te', 'te'])).toEqual(codesOf([]))
    expect(offeredFaults(['te'], true).filter((f) => f.likely)).toEqual([{ code: 'te', likely: true }])
  })

  it('without brakes keep the places they share', () => {
    expect(codesOf([], false).slice(2)).toEqual(codesOf([]).slice(2))
    expect(codesOf([], false)).not.toContain('be')
  })

  it('take in what was seen and has no place, where nothing seen stands', () => {
    expect(codesOf(['tl'])).toEqual(['be', 'bl', 'te', 'am', 'pl', 'tl'])
    expect(codesOf(['tl', 'xn'])).toEqual(['be', 'bl', 'te', 'am', 'tl', 'xn'])
  })

  it('are six different ones, and hold all that was seen as far as six go', () => {
    const code = fc.constantFrom(...faults.map((f) => f.code))
    fc.assert(
      fc.property(fc.array(code, { maxLength: 12 }), fc.boolean(), (seen, braked) => {
        const offered = codesOf(seen, braked)
        expect(new Set(offered).size).toBe(6)
        const kinds = [...new Set(seen)]
        if (kinds.length <= 6) for (const one of kinds) expect(offered).toContain(one)
      }),
      { seed: 20261129, numRuns: 200 },
    )
  })
})
