import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { checkCircuit } from '../../fixtures/circuits'
import { sampleTrack } from '../geometry/track'
import { addTo, bandedMatrix, ringOrder, solverInPlace } from './bandedSolve'
import { addCorridorCost, corridorOf, DRAWN_IN_M, mostBeyond } from './corridor'
import { minimise, type Minimisation } from './lbfgs'
import { offsetBasis } from './offsetBasis'

const plain = (change: Partial<Minimisation> & Pick<Minimisation, 'evaluate'>): Minimisation => ({
  preconditioner: () => (g) => g,
  mostSteps: 200,
  leastGain: 1e-14,
  mostMove: 10,
  ...change,
})

describe('going downhill', () => {
  it('finds the foot of a long narrow valley (Rosenbrock’s)', () => {
    const evaluate = (x: Float64Array, g: Float64Array) => {
      const [a, b] = [x[0]!, x[1]!]
      g[0] = -400 * a * (b - a * a) - 2 * (1 - a)
      g[1] = 200 * (b - a * a)
      return 100 * (b - a * a) ** 2 + (1 - a) ** 2
    }
    const { x, cost } = minimise(plain({ evaluate }), Float64Array.from([-1.2, 1]))
    expect(cost).toBeLessThan(1e-6)
    expect(x[0]).toBeCloseTo(1, 2)
  })

  it('takes few steps down a bowl whose shape the preconditioner knows, however stretched', () => {
    const stretch = Float64Array.from({ length: 40 }, (_, i) => 10 ** (i / 8))
    const steps = (known: boolean) => {
      let count = 0
      const evaluate = (x: Float64Array, g: Float64Array) =>
        x.reduce((sum, v, i) => sum + (stretch[i]! * v * (g[i] = stretch[i]! * v) * 1) / (2 * stretch[i]!), 0)
      const preconditioner = () => (g: Float64Array) => (known ? g.map((v, i) => v / stretch[i]!) : g)
      minimise(plain({ evaluate, preconditioner, onStep: () => count++, leastGain: 1e-9 }), new Float64Array(40).fill(1))
      return count
    }
    expect(steps(true)).toBeLessThan(8)
    expect(steps(false)).toBeGreaterThan(2 * steps(true))
  })

  it('never goes up, never farther in a step than allowed, and stays where it is flat', () => {
    const costs: number[] = []
    let last = 5
    const evaluate = (x: Float64Array, g: Float64Array) => {
      g[0] = Math.sign(x[0]!) * 3 + x[0]!
      return 3 * Math.abs(x[0]!) + (x[0]! * x[0]!) / 2
    }
    const { x } = minimise(plain({ evaluate, mostMove: 0.5, onStep: (_s, cost) => costs.push(cost) }), Float64Array.from([last]))
    last = x[0]!
    expect(costs).toEqual([...costs].sort((a, b) => b - a))
    expect(costs[0]).toBeGreaterThan(3 * 4.5 + 4.5 ** 2 / 2 - 1e-9) // no more than half a metre from 5
    expect(Math.abs(last)).toBeLessThan(0.01)
    const flat = minimise(plain({ evaluate: (_x, g) => (g.fill(0), 7) }), Float64Array.from([1, 2]))
    expect([...flat.x, flat.cost]).toEqual([1, 2, 7])
  })
})

describe('a banded solve in place', () => {
  it('gives back what the matrix made', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: -5, max: 5, noNaN: true }), { minLength: 9, maxLength: 30 }), (values) => {
        const x = Float64Array.from(values)
        const n = x.length
        const place = ringOrder(n)
        const matrix = bandedMatrix(n, 7)
        const b = new Float64Array(n)
        const put = (i: number, j: number, v: number) => {
          addTo(matrix, place[i]!, place[j]!, v)
          b[i] = b[i]! + v * x[j]!
          if (i !== j) b[j] = b[j]! + v * x[i]!
        }
        for (let i = 0; i < n; i++) {
          put(i, i, 4)
          put(i, (i + 1) % n, -1)
        }
        solverInPlace(matrix, place)(b).forEach((v, i) => expect(v).toBeCloseTo(x[i]!, 8))
      }),
    )
  })
})

describe('a corridor', () => {
  const track = sampleTrack(checkCircuit('oval'), 2)
  const basis = offsetBasis(track, 8)
  const corridor = corridorOf(track, basis, { lowM: () => -3, highM: () => 2 })
  const level = (offsetM: number) => new Float64Array(basis.size).fill(offsetM)

  it('costs nothing inside, and grows with the square of the way out', () => {
    const ignored = new Float64Array(basis.size)
    const cost = (offsetM: number) => addCorridorCost(corridor, level(offsetM), 2, ignored)
    expect([cost(0), cost(1.9), cost(-2.9)]).toEqual([0, 0, 0])
    const wall = 2 - DRAWN_IN_M
    expect(cost(wall + 0.4) / cost(wall + 0.2)).toBeCloseTo(4, 6)
    // ½·stiffness·out²·length of the lap
    expect(cost(wall + 0.2)).toBeCloseTo((2 * 0.04 * track.lengthM) / 2, 0)
  })

  it('says how far out a line runs, on either side', () => {
    expect(mostBeyond(corridor, level(2.5))).toBeCloseTo(0.5 + DRAWN_IN_M, 9)
    expect(mostBeyond(corridor, level(-3.1))).toBeCloseTo(0.1 + DRAWN_IN_M, 9)
    expect(mostBeyond(corridor, level(0))).toBe(0)
  })

  it('pulls back where it is left, and only there', () => {
    const gradient = new Float64Array(basis.size)
    const one = level(0)
    one[20] = 9
    addCorridorCost(corridor, one, 1, gradient)
    expect(gradient[20]).toBeGreaterThan(0)
    expect(gradient.filter((g) => g !== 0).length).toBeLessThanOrEqual(7)
  })
})
