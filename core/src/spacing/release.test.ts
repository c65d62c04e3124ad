import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { runnersSchema, type Runners } from '@ochote/contracts'
import { bestOrder, leastInterval } from './bestRelease'
import { drawDays } from './dayDraws'
import { chanceOfAny, countCatches, release } from './release'
import { daySimulator } from './releaseDay'
import { releaseDocument } from './releaseDocument'

const DAYS = 4000
const file = (runners: object[], change: object = {}): Runners =>
  runnersSchema.parse({
    ...{ ochote: { format: 'runners', version: 1 }, laps: 3, outLapFactor: 1, lapLengthM: 2900 },
    runners: runners.map((one, k) => ({ id: 'abcdefghij'[k], ...one })),
    ...change,
  })
const draws = (runners: Runners, days = DAYS) => drawDays(runners, days, 7)
const listed = (runners: Runners) => runners.runners.map((_, k) => k)

/** The normal distribution: Abramowitz and Stegun 26.2.17, to 7.5e-8. */
function phi(x: number): number {
  const t = 1 / (1 + 0.2316419 * Math.abs(x))
  const poly = t * (0.31938153 + t * (-0.356563782 + t * (1.781477937 + t * (-1.821255978 + t * 1.330274429))))
  const upper = (Math.exp((-x * x) / 2) / Math.sqrt(2 * Math.PI)) * poly
  return x >= 0 ? 1 - upper : upper
}

describe('two runners, A before B', () => {
  it.each([
    [124, 122, 2, 1.5, 3, 10],
    [124, 124, 2, 2, 4, 8],
    [120, 118, 1, 1, 2, 6],
    [124, 120, 0.5, 0.5, 5, 15],
    [118, 124, 4, 4, 3, 5],
  ])('of %d and %d s, day spreads %d and %d, %d laps, %d s apart: the closed form holds', (a, b, spreadA, spreadB, laps, intervalS) => {
    const runners = file(
      [
        { lapS: a, daySpreadS: spreadA },
        { lapS: b, daySpreadS: spreadB },
      ],
      { laps },
    )
    const exact = phi((laps * (a - b) - intervalS + runners.behindS) / (laps * Math.hypot(spreadA, spreadB)))
    const found = chanceOfAny(runners, draws(runners), [0, 1], intervalS)
    expect(Math.abs(found - exact)).toBeLessThanOrEqual(3 * Math.sqrt((exact * (1 - exact)) / DAYS) + 1e-9)
  })

  it('are caught where the gap has gone: by hand', () => {
    // B gains 4 s a lap from 10 s behind: 1.5 s behind after 8.5 s, 2.125 laps
    const runners = file([{ lapS: 104 }, { lapS: 100 }], { laps: 4 })
    const seen: [number, number, number, number][] = []
    const lastInS = daySimulator(2, { laps: 4, behindS: 1.5, intervalS: 10, passS: 2, passAt: [] })(
      [0, 1],
      draws(runners, 1).lapS,
      0,
      (...caught) => seen.push(caught),
    )
    expect(seen).toHaveLength(1)
    expect(seen[0]!.slice(0, 3)).toEqual([0, 1, 2])
    expect(seen[0]![3]).toBeCloseTo(0.125, 9)
    expect(lastInS).toBeCloseTo(4 * 104 + 1.5, 9) // it stays behind to the end
    const [pair] = release(runners, draws(runners, 50), [0, 1], 10).pairs
    expect(pair).toMatchObject({ ahead: 'a', behind: 'b', chance: 1, lap: 3 })
    expect(pair!.stationM).toBeCloseTo(0.125 * 2900, 6)
  })
})

describe('equal runners without spread', () => {
  it('never catch, however many and however near', () => {
    const runners = file(Array.from({ length: 6 }, () => ({ lapS: 120 })))
    expect(release(runners, draws(runners), listed(runners), 2)).toMatchObject({ chanceOfAny: 0, expectedCatches: 0, pairs: [] })
    expect(release(runners, draws(runners), listed(runners), 2).sessionS).toBeCloseTo(5 * 2 + 3 * 120, 9)
  })
})

describe('who is held up', () => {
  it('holds up those behind, and that counts', () => {
    // B catches A; C, as fast as B, would never catch it, but is held up by it
    const runners = file([{ lapS: 110 }, { lapS: 100 }, { lapS: 100 }], { laps: 4 })
    expect(release(runners, draws(runners, 10), [0, 1, 2], 10).pairs.map((p) => [p.ahead, p.behind])).toEqual([
      ['a', 'b'],
      ['b', 'c'],
    ])
  })

  it('passes at the next zone where that is allowed: both lose time, and the slower one is behind', () => {
    const passing = { allowed: true, zones: [[1450, 1600]], passS: 2 }
    const runners = file([{ lapS: 110 }, { lapS: 100 }], { laps: 4, passing })
    const lone = { laps: 4, behindS: 1.5, intervalS: 10, passS: 2, passAt: [0.5] }
    const seen: number[][] = []
    const lastInS = daySimulator(2, lone)([0, 1], draws(runners, 1).lapS, 0, (...caught) => seen.push(caught))
    // caught after 0.85 of lap 1, held to the middle of lap 2; then A has lost 2 s and 1.5 s more
    expect(seen.map((one) => one.slice(0, 3))).toEqual([[0, 1, 0]])
    expect(lastInS).toBeCloseTo(4 * 110 + 2 + 1.5, 9)
  })

  it('may be lapped, and that is a catch', () => {
    const runners = file([{ lapS: 60 }, { lapS: 130 }], { laps: 4 })
    const { pairs } = release(runners, draws(runners, 10), [0, 1], 30)
    expect(pairs.map((p) => [p.ahead, p.behind])).toEqual([['b', 'a']])
  })
})

describe('while nobody can lap anybody', () => {
  const someone = fc.record({
    lapS: fc.double({ min: 110, max: 130, noNaN: true }),
    daySpreadS: fc.double({ min: 0, max: 3, noNaN: true }),
    lapSpreadS: fc.double({ min: 0, max: 1.5, noNaN: true }),
  })

  it('a longer interval never raises the chance of any catch', () => {
    fc.assert(
      fc.property(fc.array(someone, { minLength: 2, maxLength: 5 }), (people) => {
        const runners = file(people)
        const drawn = draws(runners, 300)
        const chances = [3, 6, 10, 15, 20].map((s) => chanceOfAny(runners, drawn, listed(runners), s))
        for (let k = 1; k < chances.length; k++) expect(chances[k]).toBeLessThanOrEqual(chances[k - 1]!)
      }),
      { seed: 5, numRuns: 25 },
    )
  })

  it('fastest first has no more expected catches than slowest first, with equal spreads', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 110, max: 130, noNaN: true }), { minLength: 2, maxLength: 6 }), (lapsS) => {
        const runners = file([...lapsS].sort((a, b) => a - b).map((lapS) => ({ lapS, daySpreadS: 1.5, lapSpreadS: 0.6 })))
        const drawn = draws(runners, 1000)
        const order = listed(runners)
        const [fast, slow] = [countCatches(runners, drawn, order, 8), countCatches(runners, drawn, [...order].reverse(), 8)].map(
          (c) => c / 1000,
        )
        expect(fast).toBeLessThanOrEqual(slow! + 3 * Math.sqrt((slow! + 0.01) / 1000))
      }),
      { seed: 6, numRuns: 20 },
    )
  })
})

describe('the best order', () => {
  it('of seven is the best of all 5,040', () => {
    const runners = file([122, 118, 126, 120, 124, 119, 123].map((lapS, k) => ({ lapS, daySpreadS: 0.5 + (k % 3), lapSpreadS: 0.5 })))
    const drawn = draws(runners, 60)
    const best = countCatches(runners, drawn, bestOrder(runners, drawn, 10), 10)
    const some = fc.sample(fc.shuffledSubarray(listed(runners), { minLength: 7, maxLength: 7 }), { numRuns: 300, seed: 3 })
    for (const order of some) expect(countCatches(runners, drawn, order, 10)).toBeGreaterThanOrEqual(best)
  })

  it('without spreads is fastest first, also of more than seven', () => {
    const lapsS = [122, 118, 126, 120, 124, 119, 123, 121, 125]
    const runners = file(lapsS.map((lapS) => ({ lapS })))
    const order = bestOrder(runners, draws(runners, 3), 6)
    expect(countCatches(runners, draws(runners, 3), order, 6)).toBe(0)
    expect(order.map((k) => lapsS[k])).toEqual([...lapsS].sort((a, b) => a - b))
  })
})

describe('the least interval', () => {
  it('is the shortest whole second that keeps the chance', () => {
    const runners = file([
      { lapS: 122, daySpreadS: 2 },
      { lapS: 120, daySpreadS: 2 },
    ])
    const drawn = draws(runners)
    const least = leastInterval(runners, drawn, [0, 1], 0.05)!
    expect(chanceOfAny(runners, drawn, [0, 1], least)).toBeLessThanOrEqual(0.05)
    expect(chanceOfAny(runners, drawn, [0, 1], least - 1)).toBeGreaterThan(0.05)
    // 3·2 − I + 1.5 = −1.645·3·√8 gives 21.5 s
    expect(Math.abs(least - 21.5)).toBeLessThanOrEqual(1.5)
  })
})

describe('the document', () => {
  const people = [
    { lapS: 124, daySpreadS: 2, lapSpreadS: 0.8 },
    { lapS: 121, daySpreadS: 2, lapSpreadS: 0.8 },
  ]
  it('covers what is given, and says the same for the same file', () => {
    const bare = releaseDocument(file(people))
    expect([bare.given, bare.leastInterval]).toEqual([null, null])
    expect(bare.bestOrder).toMatchObject({ intervalS: 10, order: ['b', 'a'] })
    const whole = file(people, { order: ['a', 'b'], intervalS: 12, wantedChance: 0.05 })
    const { given, leastInterval: least } = releaseDocument(whole)
    expect(given).toMatchObject({ order: ['a', 'b'], intervalS: 12 })
    expect(least!.chanceOfAny).toBeLessThanOrEqual(0.05)
    expect(releaseDocument(whole)).toEqual(releaseDocument(whole))
  })

  it('says how far it is: every order of three, then intervals from the shortest on', () => {
    const three = file(
      [{ lapS: 122 }, { lapS: 121 }, { lapS: 120 }].map((one) => ({ ...one, daySpreadS: 2, lapSpreadS: 1 })),
      {
        ...{ intervalS: 3, wantedChance: 0.05 },
      },
    )
    const orders: number[] = []
    const intervals: number[] = []
    const { leastInterval: least } = releaseDocument(three, (so) =>
      'orders' in so ? orders.push(so.orders) : intervals.push(so.intervalS),
    )
    expect(orders).toEqual([1, 2, 3, 4, 5, 6])
    expect(intervals).toEqual(Array.from({ length: least!.intervalS + 1 }, (_, k) => k))
  })
})
