/** A cubic spline through values at rising knots: natural, or periodic with the last value equal to the first. */
export interface CubicSpline {
  readonly knots: Float64Array
  readonly values: Float64Array
  /** second derivative at each knot */
  readonly second: Float64Array
}

/** Value and derivatives of a spline at one place. */
interface SplinePoint {
  value: number
  first: number
  second: number
  third: number
}

/** Thomas algorithm for a tridiagonal system; `rhs` is not changed. */
function solveTridiagonal(lower: Float64Array, diagonal: Float64Array, upper: Float64Array, rhs: Float64Array): Float64Array {
  const n = diagonal.length
  const ratio = new Float64Array(n)
  const out = new Float64Array(n)
  let pivot = diagonal[0]!
  out[0] = rhs[0]! / pivot
  for (let i = 1; i < n; i++) {
    ratio[i] = upper[i - 1]! / pivot
    pivot = diagonal[i]! - lower[i]! * ratio[i]!
    out[i] = (rhs[i]! - lower[i]! * out[i - 1]!) / pivot
  }
  for (let i = n - 2; i >= 0; i--) out[i] = out[i]! - ratio[i + 1]! * out[i + 1]!
  return out
}

function naturalSecond(knots: Float64Array, values: Float64Array): Float64Array {
  const n = knots.length
  const second = new Float64Array(n)
  if (n < 3) return second // two values: a straight join
  const m = n - 2
  const lower = new Float64Array(m)
  const diagonal = new Float64Array(m)
  const upper = new Float64Array(m)
  const rhs = new Float64Array(m)
  for (let i = 0; i < m; i++) {
    const h0 = knots[i + 1]! - knots[i]!
    const h1 = knots[i + 2]! - knots[i + 1]!
    lower[i] = h0
    diagonal[i] = 2 * (h0 + h1)
    upper[i] = h1
    rhs[i] = 6 * ((values[i + 2]! - values[i + 1]!) / h1 - (values[i + 1]! - values[i]!) / h0)
  }
  second.set(solveTridiagonal(lower, diagonal, upper, rhs), 1)
  return second
}

/** Cyclic tridiagonal system by the Sherman–Morrison formula (Press et al., Numerical Recipes, 2.7.2). */
function periodicSecond(knots: Float64Array, values: Float64Array): Float64Array {
  const n = knots.length - 1 // the last knot repeats the first
  const lower = new Float64Array(n)
  const diagonal = new Float64Array(n)
  const upper = new Float64Array(n)
  const rhs = new Float64Array(n)
  for (let i = 0; i < n; i++) {
    const previous = i === 0 ? n - 1 : i - 1
    const h0 = knots[previous + 1]! - knots[previous]!
    const h1 = knots[i + 1]! - knots[i]!
    lower[i] = h0
    diagonal[i] = 2 * (h0 + h1)
    upper[i] = h1
    rhs[i] = 6 * ((values[i + 1]! - values[i]!) / h1 - (values[previous + 1]! - values[previous]!) / h0)
  }
  const corner = lower[0]!
  const gamma = -diagonal[0]!
  diagonal[0] = diagonal[0]! - gamma
  diagonal[n - 1] = diagonal[n - 1]! - (corner * corner) / gamma
  const u = new Float64Array(n)
  u[0] = gamma
  u[n - 1] = corner
  const x = solveTridiagonal(lower, diagonal, upper, rhs)
  const z = solveTridiagonal(lower, diagonal, upper, u)
  const factor = (x[0]! + (corner * x[n - 1]!) / gamma) / (1 + z[0]! + (corner * z[n - 1]!) / gamma)
  const second = new Float64Array(n + 1)
  for (let i = 0; i < n; i++) second[i] = x[i]! - factor * z[i]!
  second[n] = second[0]!
  return second
}

/**
 * The cubic spline through n values.
 * @param knots - n rising parameters
 * @param values - n values; for a periodic spline the last equals the first, and n is at least 4
 */
export function cubicSpline(knots: Float64Array, values: Float64Array, periodic: boolean): CubicSpline {
  if (knots.length !== values.length) throw new RangeError(`knots and values differ in length: ${knots.length}, ${values.length}`)
  if (periodic && knots.length < 4) throw new RangeError(`a periodic spline needs 4 knots, got ${knots.length}`)
  for (let i = 1; i < knots.length; i++) {
    if (!(knots[i]! > knots[i - 1]!)) throw new RangeError(`knots must rise: ${knots[i - 1]} then ${knots[i]}`)
  }
  return { knots, values, second: periodic ? periodicSecond(knots, values) : naturalSecond(knots, values) }
}

/** Index of the piece that contains u, by bisection; the first or last piece for u outside the knots. */
export function pieceAt(knots: Float64Array, u: number): number {
  let low = 0
  let high = knots.length - 1
  while (high - low > 1) {
    const middle = (low + high) >> 1
    if (knots[middle]! > u) high = middle
    else low = middle
  }
  return low
}

/** Value and derivatives at u within a known piece. */
export function splineAt(spline: CubicSpline, u: number, piece = pieceAt(spline.knots, u)): SplinePoint {
  const { knots, values, second } = spline
  if (knots.length === 1) return { value: values[0]!, first: 0, second: 0, third: 0 }
  const h = knots[piece + 1]! - knots[piece]!
  const t = u - knots[piece]!
  const y0 = values[piece]!
  const m0 = second[piece]!
  const m1 = second[piece + 1]!
  const third = (m1 - m0) / h
  const b = (values[piece + 1]! - y0) / h - (h * (2 * m0 + m1)) / 6
  return {
    value: y0 + t * (b + t * (m0 / 2 + (t * third) / 6)),
    first: b + t * (m0 + (t * third) / 2),
    second: m0 + t * third,
    third,
  }
}
