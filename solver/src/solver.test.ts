import { beforeAll, describe, expect, it } from 'vitest'
import type { MilpSolver } from '@ochote/core'
import { loadSolver } from './index'

let solve: MilpSolver
beforeAll(async () => {
  solve = await loadSolver()
})

/** The least of cost·x where each row's sum of columns is within its bounds. */
const model = (cost: number[], rows: [lower: number, columns: number[], upper: number][]) => ({
  ...{ offset: 10, cost, lower: cost.map(() => 0), upper: cost.map(() => 1), isWhole: cost.map(() => true) },
  rows: rows.map(([lower, columns, upper]) => ({ lower, upper, columns, values: columns.map(() => 1) })),
})

describe('the mixed-integer solver', () => {
  it('covers two places with the cheapest of three', () => {
    const answer = solve(
      model(
        [3, 2, 2.5],
        [
          [1, [0, 1], Infinity],
          [1, [0, 2], Infinity],
        ],
      ),
      5,
    )
    expect(answer).toMatchObject({ status: 'optimal', x: [1, 0, 0] })
    expect(answer.bound).toBeCloseTo(13, 6)
  })

  it('says where there is no answer', () => {
    const none = model(
      [1, 1],
      [
        [1, [0, 1], 1],
        [2, [0, 1], 2],
      ],
    )
    expect(solve(none, 5)).toMatchObject({ status: 'infeasible', x: null })
  })

  it('gives a bound under every answer, and the start back, where it has no time', () => {
    const cost = Array.from({ length: 40 }, (_, k) => 1 + (k % 7) / 10)
    const rows = cost.map((_, k): [number, number[], number] => [1, [k, (k * 7 + 3) % 40, (k * 11 + 5) % 40], Infinity])
    const start = cost.map(() => 1)
    const answer = solve(model(cost, rows), 0, start)
    expect(answer.bound).toBeLessThanOrEqual(10 + cost.reduce((sum, c) => sum + c, 0))
    if (answer.status === 'stopped') expect(answer.x === null || answer.x.every((x) => x === 0 || x === 1)).toBe(true)
  })
})
