/** A symmetric banded matrix: entries further than `width` from the diagonal are 0. Row i holds (i, i−width…i). */
export interface BandedMatrix {
  readonly size: number
  readonly width: number
  readonly rows: Float64Array
}

export function bandedMatrix(size: number, width: number): BandedMatrix {
  return { size, width, rows: new Float64Array(size * (width + 1)) }
}

/** Adds to entry (i, j), and so to (j, i). */
export function addTo(matrix: BandedMatrix, i: number, j: number, value: number): void {
  const row = Math.max(i, j)
  const at = row * (matrix.width + 1) + matrix.width - (row - Math.min(i, j))
  matrix.rows[at] = matrix.rows[at]! + value
}

/**
 * Cholesky decomposition of a positive definite banded matrix (Golub & Van Loan, 4.3.5), for solving A·x = b repeatedly.
 * @throws RangeError when the matrix is not positive definite
 */
export function bandedSolver(matrix: BandedMatrix): (b: Float64Array) => Float64Array {
  const { size, width } = matrix
  const stride = width + 1
  const lower = matrix.rows.slice()
  for (let i = 0; i < size; i++) {
    for (let j = Math.max(0, i - width); j <= i; j++) {
      let sum = lower[i * stride + width - (i - j)]!
      for (let k = Math.max(0, i - width, j - width); k < j; k++) {
        sum -= lower[i * stride + width - (i - k)]! * lower[j * stride + width - (j - k)]!
      }
      if (j < i) lower[i * stride + width - (i - j)] = sum / lower[j * stride + width]!
      else if (sum > 0) lower[i * stride + width] = Math.sqrt(sum)
      else throw new RangeError(`matrix is not positive definite at row ${i}`)
    }
  }
  return (b) => {
    const x = b.slice()
    for (let i = 0; i < size; i++) {
      for (let k = Math.max(0, i - width); k < i; k++) x[i] = x[i]! - lower[i * stride + width - (i - k)]! * x[k]!
      x[i] = x[i]! / lower[i * stride + width]!
    }
    for (let i = size - 1; i >= 0; i--) {
      for (let k = i + 1; k <= Math.min(size - 1, i + width); k++) x[i] = x[i]! - lower[k * stride + width - (k - i)]! * x[k]!
      x[i] = x[i]! / lower[i * stride + width]!
    }
    return x
  }
}

/**
 * An order in which the unknowns of a ring have a narrow band: 0, n−1, 1, n−2, … Unknowns up to d apart on the ring come within
 * 2d + 1 of each other.
 */
export function ringOrder(size: number): Int32Array {
  const place = new Int32Array(size)
  for (let i = 0; i < size; i++) place[i] = i < size / 2 ? 2 * i : 2 * (size - 1 - i) + 1
  return place
}

/** Adds a share of the mean diagonal to the diagonal, which makes unknowns well posed that nothing else determines. */
export function dampen(matrix: BandedMatrix, share: number): void {
  const { size, width, rows } = matrix
  let trace = 0
  for (let i = 0; i < size; i++) trace += rows[i * (width + 1) + width]!
  for (let i = 0; i < size; i++) rows[i * (width + 1) + width] = rows[i * (width + 1) + width]! + (share * trace) / size
}

/** Solves with a matrix whose unknown c is in row `place[c]`. */
export function solverInPlace(matrix: BandedMatrix, place: Int32Array): (b: Float64Array) => Float64Array {
  const rhs = new Float64Array(matrix.size)
  const solve = bandedSolver(matrix)
  return (b) => {
    for (let c = 0; c < b.length; c++) rhs[place[c]!] = b[c]!
    const solved = solve(rhs)
    return b.map((_, c) => solved[place[c]!]!)
  }
}
