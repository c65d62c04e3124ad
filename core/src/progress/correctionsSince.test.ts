import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { correctionsSince } from './correctionsSince'
import type { SkillPass } from './skills'

const pass = (part: Partial<SkillPass>): SkillPass => ({
  ...{ skill: 'braking', bend: 'tight', date: '2026-10-24', startsAt: '10:00', stintId: 's', lap: 1, corner: '3', place: 2 },
  ...{ result: 'clean', by: 'recorded', codes: [], ...part },
})
const called = { corner: '3', code: 'be', date: '2026-10-17', how: 'called' as const }
const days = [
  { date: '2026-10-17', laps: 5 },
  { date: '2026-10-24', laps: 4 },
]
const since = (passes: readonly SkillPass[], driven = days) => correctionsSince([called], passes, driven)[0]!

describe('a correction of an earlier day', () => {
  it('has held where later passes were looked at and none had the fault again', () => {
    expect(since([pass({}), pass({ lap: 2 })])).toMatchObject({ laps: 4, again: 0, clean: 2, outcome: 'held' })
  })

  it('is back where the fault was seen again, seldom or not', () => {
    const again = pass({ result: 'fault', codes: ['be'] })
    expect(since([again])).toMatchObject({ again: 1, outcome: 'back again' })
    expect(since([again, pass({ lap: 2 }), pass({ lap: 3 }), pass({ lap: 4 })]).outcome).toBe('back again')
    expect(since([again, ...[2, 3, 4, 5].map((lap) => pass({ lap }))]).outcome).toBe('seldom again')
  })

  it('says that nobody looked where later days are silent, and that nothing was driven since', () => {
    expect(since([]).outcome).toBe('nobody looked')
    // another corner, another skill, the same day: none of them tells
    expect(since([pass({ corner: '4' }), pass({ skill: 'apex' }), pass({ date: '2026-10-17' })]).outcome).toBe('nobody looked')
    expect(since([], days.slice(0, 1)).outcome).toBe('not driven since')
  })

  it('is counted once however often and however it was given, with the latest day’s first', () => {
    const later = { ...called, date: '2026-10-24', how: 'debriefed' as const }
    const given = correctionsSince([called, later, called, { ...called, how: 'debriefed' }], [], days)
    expect(given.map(({ date, called: times, debriefed }) => [date, times, debriefed])).toEqual([
      ['2026-10-24', 0, true],
      ['2026-10-17', 2, true],
    ])
  })

  it('does not depend on the order of the passes, and one more clean pass never makes it worse', () => {
    const order = ['back again', 'seldom again', 'held']
    const some = fc.array(fc.constantFrom(pass({}), pass({ result: 'fault', codes: ['be'] })), { minLength: 1, maxLength: 12 })
    fc.assert(
      fc.property(some, (passes) => {
        const { outcome } = since(passes)
        expect(since([...passes].reverse()).outcome).toBe(outcome)
        expect(order.indexOf(since([...passes, pass({ lap: 99 })]).outcome)).toBeGreaterThanOrEqual(order.indexOf(outcome))
      }),
    )
  })
})
