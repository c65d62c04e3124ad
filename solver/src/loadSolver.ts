import loadHighs, { type Highs } from 'highs'
import type { Milp, MilpAnswer, MilpSolver } from '@ochote/core'

/** A start or an answer is whole to within this. */
const FEASIBLE = 2

/** Loads the mixed-integer solver; its models are then solved in the calling thread, which waits. */
export async function loadSolver(): Promise<MilpSolver> {
  const highs = await loadHighs()
  return (milp, seconds, start) => solve(highs, milp, seconds, start)
}

function solve(highs: Highs, milp: Milp, seconds: number, start: readonly number[] | undefined): MilpAnswer {
  const starts = [0]
  const indices: number[] = []
  const values: number[] = []
  for (const row of milp.rows) {
    for (const column of row.columns) indices.push(column)
    for (const value of row.values) values.push(value)
    starts.push(indices.length)
  }
  const [numRows, numCols] = [milp.rows.length, milp.cost.length]
  const model = highs.createModel({
    ...{ numRows, numCols, offset: milp.offset, colCost: milp.cost, colLower: milp.lower, colUpper: milp.upper },
    ...{ rowLower: milp.rows.map((row) => row.lower), rowUpper: milp.rows.map((row) => row.upper) },
    integrality: milp.isWhole.map((isWhole) => (isWhole ? 1 : 0)),
    matrix: { format: 'csr', numRows, numCols, starts, indices, values },
  })
  try {
    model.options.set('output_flag', false)
    model.options.set('time_limit', Math.max(0, seconds))
    if (start) model.setSolution({ colValue: [...start] })
    const { modelStatus } = model.run()
    const { optimal, infeasible } = highs.constants.modelStatus
    const hasAnswer = model.info.get('primal_solution_status') === FEASIBLE
    return {
      status: modelStatus === optimal ? 'optimal' : modelStatus === infeasible ? 'infeasible' : 'stopped',
      bound: Number(model.info.get('mip_dual_bound')),
      x: hasAnswer ? [...model.getSolution().colValue] : null,
    }
  } finally {
    model.dispose()
  }
}
