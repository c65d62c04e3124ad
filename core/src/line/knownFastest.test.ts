import { describe, expect, it } from 'vitest'
import type { Setup } from '@ochote/contracts'
import { accepted, checkCircuit, checkSetup, checkVehicle } from '../../fixtures/circuits'
import { solvePlan } from '../plan/solvePlan'
import { knownFastest } from './knownFastest'

const setup: Setup = { ...checkSetup('blend-080'), lineSchool: 'tight' }
const found = (coefficients: number[], fastest: number[] | null) => ({ coefficients, fastest, usual: null, exempt: [] })

describe('the fastest line that is known already', () => {
  it('is that of another school with the same settings', () => {
    const others = [
      { setup: { ...setup, lineSchool: 'fastest' as const }, line: found([1, 2, 3, 4], null) },
      { setup: { ...setup, lineSchool: 'late-apex' as const, lateApexNotAt: ['2'] }, line: found([5, 6, 7, 8], [1, 2, 3, 4]) },
    ]
    for (const other of others) expect(knownFastest(setup, [other])).toEqual([1, 2, 3, 4])
  })

  it('is not that of another pace, weather or braking school, nor of a line drawn by hand', () => {
    const line = found([1, 2, 3, 4], null)
    const fastest: Setup = { ...setup, lineSchool: 'fastest' }
    expect(
      knownFastest(setup, [
        { setup: { ...fastest, pace: { ...setup.pace, brake: setup.pace.brake - 0.01 } }, line },
        { setup: { ...fastest, conditions: { ...setup.conditions, grip: 0.7 } }, line },
        { setup: { ...fastest, brakingSchool: 'separate' }, line },
        { setup: { ...fastest, outsideMarginM: setup.outsideMarginM + 0.1 }, line },
        { setup: { ...fastest, lineSchool: 'given', givenLine: [[0, 0]] }, line: null },
      ]),
    ).toBeNull()
  })

  it.each(['late-apex', 'tight'] as const)('gives the same %s line as searching for it', (lineSchool) => {
    const asked = { circuit: checkCircuit('oval'), vehicle: checkVehicle('hatch'), setup: { ...setup, lineSchool } }
    const searched = accepted(solvePlan(asked))
    const fastest = accepted(solvePlan({ ...asked, setup: { ...setup, lineSchool: 'fastest' } }))
    const known = knownFastest(asked.setup, [{ setup: fastest.setup, line: fastest.stored.line }])
    expect(known).not.toBeNull()
    expect(accepted(solvePlan({ ...asked, fastest: known! })).stored).toEqual(searched.stored)
  })
})
