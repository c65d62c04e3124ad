import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { smoothSetup } from '../../fixtures/smoothSetup'
import { accepted, checkCircuit, checkSetup, checkVehicle } from '../../fixtures/circuits'
import { plainMarks } from '../../fixtures/plainMarks'
import { duties, type MarkerScheme } from '@ochote/contracts'
import { defaultCalls } from './defaultCalls'
import { solvePlan } from '../plan/solvePlan'
import { chooseCalls, durationS, LEAST_APART_S, wordingNames, type CallOption, type CallSheet, type CallTiming } from './chooseCalls'
import { callOptionsOf } from './callOptions'
import { planCalls } from './planCalls'

const timing: CallTiming = { wordsPerSecond: 2.5, reactionS: 1 }
const call = (id: string, actionTimeS: number, change: Partial<CallOption> = {}): CallOption => ({
  id,
  actionTimeS,
  words: { long: 'one two three four five', normal: 'one two three', short: 'one' },
  weight: 1,
  safety: false,
  ...change,
})
const KEPT = { long: 1, normal: 0.95, short: 0.85 }
const worthOf = (sheet: CallSheet, options: readonly CallOption[]) =>
  sheet.calls.reduce((sum, c) => sum + options.find((o) => o.id === c.id)!.weight * KEPT[c.wording], 0)

/** Whether calls spoken lap after lap keep apart. */
function keepApart(calls: readonly { startS: number; endS: number }[], lapS: number): boolean {
  return calls.every((a, i) =>
    calls.every((b, j) =>
      [-lapS, 0, lapS].every(
        (shift) =>
          (i === j && shift === 0) ||
          a.startS >= b.endS + shift + LEAST_APART_S - 1e-9 ||
          b.startS + shift >= a.endS + LEAST_APART_S - 1e-9,
      ),
    ),
  )
}

/** Every way to say or leave out every call, tried one by one. */
function bruteForce(options: readonly CallOption[], lapS: number): number {
  let most = 0
  const go = (k: number, said: { startS: number; endS: number }[], worth: number) => {
    if (k === options.length) {
      if (keepApart(said, lapS)) most = Math.max(most, worth)
      return
    }
    go(k + 1, said, worth)
    for (const wording of wordingNames) {
      const endS = options[k]!.actionTimeS - timing.reactionS
      const startS = endS - durationS(options[k]!.words[wording], timing.wordsPerSecond)
      go(k + 1, [...said, { startS, endS }], worth + options[k]!.weight * KEPT[wording])
    }
  }
  go(0, [], 0)
  return most
}

const lapS = 40
const someCalls = fc
  .array(
    fc.record({
      at: fc.double({ min: 0, max: lapS - 0.01, noNaN: true }),
      weight: fc.integer({ min: 1, max: 9 }),
      words: fc.integer({ min: 2, max: 9 }),
    }),
    {
      minLength: 1,
      maxLength: 6,
    },
  )
  .map((all) =>
    all.map(({ at, weight, words }, n) => {
      const text = (count: number) => Array.from({ length: count }, () => 'word').join(' ')
      return call(`c${n}`, at, { weight, words: { long: text(words), normal: text(Math.ceil(words / 2)), short: 'word' } })
    }),
  )

describe('choosing calls', () => {
  it('takes words ÷ rate and a breath to say something', () => {
    expect(durationS('Brake at the board', 2.5)).toBeCloseTo(4 / 2.5 + 0.15)
    expect(durationS('  ', 2.5)).toBeCloseTo(0.15)
  })

  it('says everything in full where there is time', () => {
    const sheet = chooseCalls([call('a', 10), call('b', 20)], lapS, timing)
    expect(sheet.calls.map((c) => [c.id, c.wording])).toEqual([
      ['a', 'long'],
      ['b', 'long'],
    ])
    expect(sheet.calls[0]).toMatchObject({ endS: 9, startS: 9 - (5 / 2.5 + 0.15) })
  })

  it('shortens before it drops, and drops what is worth least', () => {
    const close = chooseCalls([call('a', 10), call('b', 11.6)], lapS, timing)
    expect(close.calls.map((c) => c.wording)).toEqual(['long', 'normal'])
    const closer = chooseCalls([call('a', 10, { weight: 2 }), call('b', 10.5)], lapS, timing)
    expect([closer.calls.map((c) => c.id), closer.dropped]).toEqual([['a'], ['b']])
  })

  it('lets no call of the lap’s end run into the next lap’s first', () => {
    const sheet = chooseCalls([call('first', 1.2), call('last', 39.9)], lapS, timing)
    expect(keepApart(sheet.calls, lapS)).toBe(true)
    expect(sheet.calls).toHaveLength(2)
  })

  it('never drops a safety call for others, however much they weigh', () => {
    const sheet = chooseCalls(
      [call('brake', 10, { safety: true }), call('a', 9.8, { weight: 50 }), call('b', 10.3, { weight: 50 })],
      lapS,
      timing,
    )
    expect(sheet.calls.map((c) => c.id)).toContain('brake')
    expect(sheet.clashes).toEqual([])
  })

  it('names two safety calls that cannot both be said in time', () => {
    const sheet = chooseCalls([call('a', 10, { safety: true }), call('b', 10.3, { safety: true })], lapS, timing)
    expect(sheet.calls).toHaveLength(1)
    expect(sheet.clashes).toHaveLength(1)
    expect([...sheet.clashes[0]!].sort()).toEqual(['a', 'b'])
  })

  it('keeps as much as any way there is (tried one by one)', () => {
    fc.assert(
      fc.property(someCalls, (options) => {
        expect(worthOf(chooseCalls(options, lapS, timing), options)).toBeCloseTo(bruteForce(options, lapS), 9)
      }),
      { numRuns: 60 },
    )
  })

  it('overlaps nothing and ends everything in time, for any input', () => {
    fc.assert(
      fc.property(someCalls, fc.double({ min: 1, max: 5, noNaN: true }), (options, wordsPerSecond) => {
        const { calls, dropped } = chooseCalls(options, lapS, { wordsPerSecond, reactionS: 1.3 })
        expect(keepApart(calls, lapS)).toBe(true)
        for (const c of calls) expect(c.endS).toBeCloseTo(c.actionTimeS - 1.3, 9)
        expect([...calls.map((c) => c.id), ...dropped].sort()).toEqual(options.map((o) => o.id).sort())
      }),
    )
  })

  it('refuses a rate of zero', () => {
    expect(() => chooseCalls([call('a', 10)], lapS, { wordsPerSecond: 0, reactionS: 1 })).toThrow('wordsPerSecond must be > 0, got 0')
  })

  it('has nothing to say where nothing is to be called', () => {
    expect(chooseCalls([], lapS, timing)).toEqual({ calls: [], dropped: [], clashes: [] })
  })
})

describe('a plan’s call sheet', () => {
  const solution = accepted(
    solvePlan({
      circuit: checkCircuit('nine-corner'),
      vehicle: checkVehicle('hatch'),
      setup: smoothSetup(checkCircuit('nine-corner'), checkVehicle('hatch'), checkSetup('blend-080')),
    }),
  )

  const marked = plainMarks(solution)

  it('calls every braking and lifting, at the corner and place where it is due', () => {
    const sheet = planCalls(marked)
    const slowing = solution.corners.flatMap((c) =>
      c.points.brakeStart ? [`${c.number}-brake`] : c.points.lift ? [`${c.number}-lift`] : [],
    )
    expect(sheet.calls.map((c) => c.id)).toEqual(expect.arrayContaining(slowing))
    for (const c of sheet.calls.filter((one) => one.id.endsWith('-brake'))) {
      const { cornerNumber, stationM } = sheet.about[c.id]!
      expect(stationM).toBe(solution.corners.find((k) => k.number === cornerNumber)!.points.brakeStart!.stationM)
    }
    expect(keepApart(sheet.calls, solution.trace.lapTimeS)).toBe(true)
  })

  it('names the school’s marks, and says the short form where the mark was taken away', () => {
    const look = (colour: string, count: number) => ({ kind: 'cone' as const, colour, hex: '#cc2222', count })
    const looks = Object.fromEntries(
      duties.map((d) => [d, look(d === 'turn' ? 'blue' : 'red', d === 'brake' ? 2 : 1)]),
    ) as MarkerScheme['looks']
    const brake = marked.cones.find((c) => c.duty === 'brake')!
    const options = (plan = marked) => callOptionsOf(plan, defaultCalls, looks).options
    const words = (id: string, plan = marked) => options(plan).find((o) => o.id === id)!.words
    expect(words(`${brake.cornerNumber}-brake`).long).toBe('Brake at the two reds')
    const turn = marked.cones.find((c) => c.duty === 'turn')!
    expect(words(`${turn.cornerNumber}-turn`).long).toMatch(/^Turn (left|right) at the blue$/)
    const without = plainMarks(solution, { removed: [brake.id] })
    expect(words(`${brake.cornerNumber}-brake`, without).long).toBe('Brake, firm')
    expect(callOptionsOf(marked).options.find((o) => o.id === `${brake.cornerNumber}-brake`)!.words.long).toBe('Brake at the brake cone')
    for (const { words: all } of options()) for (const text of Object.values(all)) expect(text).not.toMatch(/[{}]/)
  })

  it('never says squeeze or run out where it leaves out the turn', () => {
    for (const wordsPerSecond of [0.8, 1.2, 1.6, 2, 2.8]) {
      const said = new Set(planCalls(marked, { timing: { wordsPerSecond } }).calls.map((c) => c.id))
      for (const { number } of solution.corners)
        if (!said.has(`${number}-turn`))
          for (const verb of ['squeeze', 'let-it-out']) expect(said.has(`${number}-${verb}`), number).toBe(false)
    }
  })

  it('uses more than the plain verbs', () => {
    const verbs = new Set(Object.values(callOptionsOf(marked).about).map((c) => c.verb))
    for (const verb of ['eyes', 'down a gear', 'squeeze', 'turn'] as const) expect(verbs, verb).toContain(verb)
  })

  it('says less when an instructor speaks slowly', () => {
    const words = (wordsPerSecond: number) =>
      planCalls(marked, { timing: { wordsPerSecond } }).calls.reduce((sum, c) => sum + c.text.split(' ').length, 0)
    expect(words(1.4)).toBeLessThan(words(4))
  })

  it('puts verbs first', () => {
    for (const { words } of callOptionsOf(marked).options) {
      expect(words.long).toMatch(/^(Lift|Brake|Turn|Squeeze|Let|Up|Eyes|Down|Off|Closer|Hold|Wait)\b/)
      expect(words.short.split(' ').length).toBeLessThanOrEqual(words.normal.split(' ').length)
    }
  })
})
