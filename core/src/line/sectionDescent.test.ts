import { describe, expect, it } from 'vitest'
import { sampleTrack } from '../geometry/track'
import { checkCircuit } from '../../fixtures/circuits'
import { cutApart, addTo, bandedMatrix, bandedSolver } from './bandedSolve'
import { sectionStarts } from './lineSections'
import { offsetBasis } from './offsetBasis'
import { minimiseInSections, type SectionMinimisation } from './sectionDescent'

/** Bowls along a ring, one for each unknown, as steep as `steepness` and with their feet at `feet`; neighbours pull at each other by `tie`. */
function bowls(steepness: readonly number[], feet: readonly number[], tie: number, starts: readonly number[]) {
  const size = feet.length
  let evaluations = 0
  const sectionOf = (c: number) => (starts.filter((from) => from <= c).length + starts.length - 1) % starts.length
  const evaluate = (x: Float64Array, gradient: Float64Array, costs: Float64Array) => {
    evaluations++
    gradient.fill(0)
    costs.fill(0)
    for (let c = 0; c < size; c++) {
      const next = (c + 1) % size
      const off = x[c]! - feet[c]!
      const apart = x[next]! - x[c]!
      costs[sectionOf(c)]! += (steepness[c]! * off ** 4) / 4 + (tie * apart * apart) / 2
      gradient[c]! += steepness[c]! * off ** 3 - tie * apart
      gradient[next]! += tie * apart
    }
  }
  return { evaluate, evaluations: () => evaluations, starts }
}
const plain = (change: Partial<SectionMinimisation> & Pick<SectionMinimisation, 'evaluate' | 'starts'>): SectionMinimisation => ({
  preconditioner: () => (g) => g,
  mostTrials: 500,
  leastGain: 1e-12,
  mostMove: 10,
  ...change,
})

describe('going downhill in sections', () => {
  const feet = [3, -2, 5, 1, 4, -6, 2, 0]
  const steepness = [1, 1, 300, 300, 0.01, 0.01, 20, 20]
  const starts = [1, 3, 5, 7]

  it('finds the foot of each section, also of the one that goes on round the ring', () => {
    const x = minimiseInSections(plain(bowls(steepness, feet, 0, starts)), new Float64Array(8))
    x.forEach((v, c) => expect(v).toBeCloseTo(feet[c]!, 0))
  })

  it('takes fewer trials than all unknowns at once', () => {
    const spent = (own: readonly number[]) => {
      const search = bowls(steepness, feet, 0, own)
      minimiseInSections(plain({ ...search, leastGain: 1e-6 }), new Float64Array(8))
      return search.evaluations()
    }
    expect(spent(starts)).toBeLessThan(spent([0]))
  })

  it('comes to the joint minimum where neighbours pull at each other', () => {
    const search = bowls(steepness, feet, 0.05, starts)
    const cost = (x: Float64Array) => {
      const costs = new Float64Array(starts.length)
      search.evaluate(x, new Float64Array(8), costs)
      return costs.reduce((a, b) => a + b)
    }
    const whole = minimiseInSections(plain(bowls(steepness, feet, 0.05, [0])), new Float64Array(8))
    const apart = minimiseInSections(plain(search), new Float64Array(8))
    expect(cost(apart)).toBeLessThan(cost(whole) * 1.01 + 1e-3)
  })

  it('moves nothing farther in one trial than allowed, and stays where it is flat', () => {
    const seen: Float64Array[] = []
    const search = bowls(steepness, feet, 0, starts)
    const watched = (x: Float64Array, g: Float64Array, costs: Float64Array) => (seen.push(x.slice()), search.evaluate(x, g, costs))
    minimiseInSections(plain({ ...search, evaluate: watched, mostMove: 0.5, mostTrials: 2 }), new Float64Array(8))
    expect(Math.max(...seen[1]!.map(Math.abs))).toBeCloseTo(0.5, 9)
    const flat = minimiseInSections(plain({ starts, evaluate: (_x, g, costs) => (g.fill(0), costs.fill(1)) }), Float64Array.from(feet))
    expect([...flat]).toEqual(feet)
  })

  it('ends by a throw', () => {
    const stopped = { ...bowls(steepness, feet, 0, starts), onTrial: () => expect.fail('stopped') }
    expect(() => minimiseInSections(plain(stopped), new Float64Array(8))).toThrow('stopped')
  })
})

describe('sections of a lap', () => {
  const track = sampleTrack(checkCircuit('oval'), 2)
  const basis = offsetBasis(track, 8)
  /** a lap of so many straights, each with its top speed halfway */
  const lap = (straights: number) =>
    Float64Array.from({ length: track.count }, (_, i) => 0.1 + 0.03 * Math.cos((2 * Math.PI * straights * i) / track.count))

  it('go from one place of top speed to the next', () => {
    const starts = sectionStarts(track, basis, lap(4), false)
    const expected = [1, 3, 5, 7].map((eighth) => (eighth * basis.size) / 8 + 1)
    expect(starts).toHaveLength(4)
    starts.forEach((c, k) => expect(Math.abs(c - expected[k]!)).toBeLessThanOrEqual(1))
    expect(sectionStarts(track, basis, lap(4), true)).toHaveLength(2)
  })

  it('are one where speed hardly changes, and begin with an open course', () => {
    expect(sectionStarts(track, basis, new Float64Array(track.count).fill(0.1), false)).toEqual([0])
    const open = { ...track, closed: false }
    expect(sectionStarts(open, { ...basis, closed: false }, lap(4), false)[0]).toBe(0)
  })
})

describe('a matrix cut apart', () => {
  it('solves for one part without the others', () => {
    const matrix = bandedMatrix(4, 1)
    for (let i = 0; i < 4; i++) addTo(matrix, i, i, 4)
    for (let i = 1; i < 4; i++) addTo(matrix, i, i - 1, 1)
    cutApart(matrix, Int32Array.from([0, 0, 1, 1]))
    // 4a + b = 17 and a + 4b = 8: a = 4, b = 1
    expect([...bandedSolver(matrix)(Float64Array.from([17, 8, 0, 0]))].map((v) => +v.toFixed(9))).toEqual([4, 1, 0, 0])
  })
})
