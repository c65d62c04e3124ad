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

/** The first column of each row that is not 0. A row of the decomposition begins there too. */
function firstColumns({ size, width, rows }: BandedMatrix): Int32Array {
  return Int32Array.from({ length: size }, (_, i) => {
    let j = Math.max(0, i - width)
    while (j < i && rows[i * (width + 1) + width - (i - j)] === 0) j++
    return j
  })
}

/**
 * Cholesky decomposition of a positive definite banded matrix (Golub & Van Loan, 4.3.5), for solving A·x = b repeatedly. Rows that begin
 * further right than the band are worked on from there only (George & Liu, "Computer Solution of Large Sparse Positive Definite Systems", 4.2): a
 * few wide rules leave most of the band empty.
 * @throws RangeError when the matrix is not positive definite
 */
export function bandedSolver(matrix: BandedMatrix): (b: Float64Array) => Float64Array {
  const { size, width } = matrix
  const lower = matrix.rows.slice()
  const first = firstColumns(matrix)
  // entry (i, j) is at `row(i) + j`
  const row = (i: number) => i * width + width
  for (let i = 0; i < size; i++) {
    const own = row(i)
    for (let j = first[i]!; j <= i; j++) {
      const other = row(j)
      let sum = lower[own + j]!
      for (let k = Math.max(first[i]!, first[j]!); k < j; k++) sum -= lower[own + k]! * lower[other + k]!
      if (j < i) lower[own + j] = sum / lower[other + j]!
      else if (sum > 0) lower[own + i] = Math.sqrt(sum)
      else throw new RangeError(`matrix is not positive definite at row ${i}`)
    }
  }
  return (b) => {
    const x = b.slice()
    for (let i = 0; i < size; i++) {
      let sum = x[i]!
      for (let k = first[i]!; k < i; k++) sum -= lower[row(i) + k]! * x[k]!
      x[i] = sum / lower[row(i) + i]!
    }
    for (let i = size - 1; i >= 0; i--) {
      const known = (x[i] = x[i]! / lower[row(i) + i]!)
      for (let k = first[i]!; k < i; k++) x[k] = x[k]! - lower[row(i) + k]! * known
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

/** Sets the entries between different parts of the unknowns to 0, so that solving for one part leaves the others alone. */
export function cutApart({ size, width, rows }: BandedMatrix, partOfRow: Int32Array): void {
  for (let i = 0; i < size; i++) {
    for (let j = Math.max(0, i - width); j < i; j++) if (partOfRow[i] !== partOfRow[j]) rows[i * (width + 1) + width - (i - j)] = 0
  }
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
