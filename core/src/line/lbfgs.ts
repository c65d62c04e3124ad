import { difference, directionFrom, dot, remember, toSolve, type StepPair } from './stepPairs'

/** A function to minimise, with a preconditioner. */
export interface Minimisation {
  /** cost at x; fills the gradient */
  readonly evaluate: (x: Float64Array, gradient: Float64Array) => number
  /** solves with an approximation of the cost's Hessian at x */
  readonly preconditioner: (x: Float64Array) => (gradient: Float64Array) => Float64Array
  readonly mostSteps: number
  /** stops after three steps in a row that each gain less than this share of the cost */
  readonly leastGain: number
  /** no unknown moves further than this in one step */
  readonly mostMove: number
  /** called after each step with its number; a throw stops the search */
  readonly onStep?: (step: number, cost: number) => void
}

const IDLE_STEPS = 3
/** The preconditioner is computed again every this many steps: it changes little between them. */
const MATRIX_EVERY = 2
/** The weak Wolfe conditions: the cost falls enough, and its slope along the step has risen enough. */
const ENOUGH = 1e-4
const FLATTER = 0.9
const MOST_TRIALS = 20

/**
 * Minimises a function by L-BFGS (Nocedal & Wright, "Numerical Optimization", algorithm 7.4), with a preconditioner as the
 * initial matrix and a bracketing line search for the weak Wolfe conditions. That search also makes progress along creases (Lewis
 * & Overton 2013, "Nonsmooth optimization via quasi-Newton methods"), which the slowest place of a corner produces.
 * @param start - n unknowns to start from
 * @returns x and its cost
 */
export function minimise(descent: Minimisation, start: Float64Array): { x: Float64Array; cost: number } {
  const { evaluate, preconditioner, mostSteps, leastGain, mostMove, onStep } = descent
  const pairs: StepPair[] = []
  let x: Float64Array = start.slice()
  let gradient: Float64Array = new Float64Array(x.length)
  let cost = evaluate(x, gradient)
  let scale = 1
  let idle = 0
  let solve = preconditioner(x)
  for (let step = 1; step <= mostSteps && idle < IDLE_STEPS; step++) {
    if (step % MATRIX_EVERY === 0) solve = preconditioner(x)
    let direction = newtonLike(gradient, pairs, (g) => solve(g).map((v) => v * scale))
    if (dot(direction, gradient) >= 0) {
      pairs.length = 0
      direction = solve(gradient).map((v) => -v * scale)
    }
    const largest = direction.reduce((most, v) => Math.max(most, Math.abs(v)), 0)
    const slope = dot(direction, gradient)
    if (!(slope < 0) || largest < 1e-9) break
    let share = Math.min(1, mostMove / largest)
    if (pairs.length === 0 && scale === 1) share = mostMove / largest // the scale is not known yet
    const most = mostMove / largest
    const found = search(evaluate, x, cost, gradient, direction, share, most)
    if (!found) {
      if (pairs.length === 0) break
      pairs.length = 0 // the memory misleads here: start again from the preconditioner
      continue
    }
    const { x: next, gradient: nextGradient, cost: nextCost } = found
    const pair = remember(pairs, difference(next, x), difference(nextGradient, gradient))
    if (pair) scale = 1 / (pair.rho * dot(pair.y, solve(pair.y)))
    idle = cost - nextCost < leastGain * Math.abs(cost) ? idle + 1 : 0
    x = next
    gradient = nextGradient
    cost = nextCost
    onStep?.(step, cost)
  }
  return { x, cost }
}

/** A step along a direction that meets both Wolfe conditions, or the lowest step seen; null where nothing lower was found. */
function search(
  evaluate: Minimisation['evaluate'],
  x: Float64Array,
  cost: number,
  gradient: Float64Array,
  direction: Float64Array,
  first: number,
  most: number,
) {
  const slope = dot(direction, gradient)
  let low = 0
  let high = Infinity
  let share = first
  let best: { x: Float64Array; gradient: Float64Array; cost: number } | null = null
  for (let k = 0; k < MOST_TRIALS; k++) {
    const at = x.map((v, i) => v + share * direction[i]!)
    const own = new Float64Array(x.length)
    const value = evaluate(at, own)
    if (value <= cost + ENOUGH * share * slope) {
      best = { x: at, gradient: own, cost: value }
      if (dot(direction, own) >= FLATTER * slope || share >= most) return best
      low = share
    } else high = share
    const next = high < Infinity ? (low + high) / 2 : Math.min(most, 2 * share)
    if (next === share) break
    share = next
  }
  return best
}

/** −H·g from the stored pairs. */
function newtonLike(gradient: Float64Array, pairs: readonly StepPair[], first: (g: Float64Array) => Float64Array): Float64Array {
  const { rhs, alphas } = toSolve(gradient, pairs)
  return directionFrom(first(rhs), alphas, pairs)
}
