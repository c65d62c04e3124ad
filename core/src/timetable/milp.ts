/** A mixed-integer model: the least Σ cost·x + offset over columns within their bounds and rows within theirs. */
export interface Milp {
  readonly offset: number
  readonly cost: readonly number[]
  readonly lower: readonly number[]
  readonly upper: readonly number[]
  readonly isWhole: readonly boolean[]
  readonly rows: readonly MilpRow[]
}

interface MilpRow {
  readonly lower: number
  readonly upper: number
  readonly columns: readonly number[]
  readonly values: readonly number[]
}

export interface MilpAnswer {
  readonly status: 'optimal' | 'infeasible' | 'stopped'
  /** no answer costs less than this */
  readonly bound: number
  /** the columns of the best answer; null where none was found */
  readonly x: readonly number[] | null
}

/**
 * Solves mixed-integer models. What it needs to run is loaded outside the core.
 * @param seconds - after so long the answer so far is given
 * @param start - an answer to begin from
 */
export type MilpSolver = (model: Milp, seconds: number, start?: readonly number[]) => MilpAnswer

/** Makes a model column by column and row by row. */
export class MilpBuilder {
  private readonly cost: number[] = []
  private readonly lower: number[] = []
  private readonly upper: number[] = []
  private readonly isWhole: boolean[] = []
  private readonly rows: MilpRow[] = []
  private offset = 0

  /** A column that is 0 or 1. */
  choice(cost = 0): number {
    return this.column(cost, 0, 1, true)
  }

  column(cost: number, lower = 0, upper = Infinity, isWhole = false): number {
    this.cost.push(cost)
    this.lower.push(lower)
    this.upper.push(upper)
    this.isWhole.push(isWhole)
    return this.cost.length - 1
  }

  /** Adds to a column's cost. */
  charge(column: number, cost: number): void {
    this.cost[column]! += cost
  }

  add(offset: number): void {
    this.offset += offset
  }

  /** lower ≤ Σ value·column ≤ upper; a column that comes twice counts twice. */
  row(lower: number, terms: Iterable<readonly [column: number, value: number]>, upper: number): void {
    const sums = new Map<number, number>()
    for (const [column, value] of terms) sums.set(column, (sums.get(column) ?? 0) + value)
    this.rows.push({ lower, upper, columns: [...sums.keys()], values: [...sums.values()] })
  }

  get columns(): number {
    return this.cost.length
  }

  build(): Milp {
    const { offset, cost, lower, upper, isWhole, rows } = this
    return { offset, cost, lower, upper, isWhole, rows }
  }
}
