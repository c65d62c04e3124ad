/** A step of a search downhill and how the gradient changed with it. */
export interface StepPair {
  readonly s: Float64Array
  readonly y: Float64Array
  /** 1/(s·y) */
  readonly rho: number
}

const MEMORY = 12

export function dot(a: Float64Array, b: Float64Array): number {
  let sum = 0
  for (let i = 0; i < a.length; i++) sum += a[i]! * b[i]!
  return sum
}

export const difference = (a: Float64Array, b: Float64Array): Float64Array => a.map((v, i) => v - b[i]!)

/** Adds a step to the memory. A step along which the slope did not rise tells nothing, and is left out: then it returns null. */
export function remember(pairs: StepPair[], s: Float64Array, y: Float64Array): StepPair | null {
  const sy = dot(s, y)
  if (!(sy > 1e-12 * Math.sqrt(dot(s, s) * dot(y, y)))) return null
  const pair = { s, y, rho: 1 / sy }
  pairs.push(pair)
  if (pairs.length > MEMORY) pairs.shift()
  return pair
}

/**
 * The first half of the two-loop recursion for −H·g (Nocedal & Wright, "Numerical Optimization", algorithm 7.4).
 * @returns what the preconditioner has to be solved for, and what the second half needs
 */
export function toSolve(gradient: Float64Array, pairs: readonly StepPair[]): { rhs: Float64Array; alphas: Float64Array } {
  const rhs = gradient.slice()
  const alphas = new Float64Array(pairs.length)
  for (let p = pairs.length - 1; p >= 0; p--) {
    const { s, y, rho } = pairs[p]!
    const alpha = (alphas[p] = rho * dot(s, rhs))
    for (let i = 0; i < rhs.length; i++) rhs[i] = rhs[i]! - alpha * y[i]!
  }
  return { rhs, alphas }
}

/**
 * The second half: the direction to go in.
 * @param solved - the preconditioner's answer; overwritten
 */
export function directionFrom(solved: Float64Array, alphas: Float64Array, pairs: readonly StepPair[]): Float64Array {
  const r = solved
  pairs.forEach(({ s, y, rho }, p) => {
    const more = alphas[p]! - rho * dot(y, r)
    for (let i = 0; i < r.length; i++) r[i] = r[i]! + s[i]! * more
  })
  for (let i = 0; i < r.length; i++) r[i] = -r[i]!
  return r
}
