import { channels, type Channel, type Recording } from './recording'

type Column = Channel | 'timeS' | 'latDeg' | 'lonDeg'

/** The smallest step that is kept of each column, far below what loggers resolve: 0.1 ms, about 1 mm, and so on. */
const STEPS: Readonly<Record<Column, number>> = {
  ...{ timeS: 1e-4, latDeg: 1e-8, lonDeg: 1e-8, altM: 1e-3, speedMps: 1e-4, headingRad: 1e-5, throttle: 1e-5, brake: 1e-5 },
  ...{ steerRad: 1e-6, gear: 1, rpm: 0.1, longMps2: 1e-4, latMps2: 1e-4, lap: 1 },
  ...{ wheelFlMps: 1e-3, wheelFrMps: 1e-3, wheelRlMps: 1e-3, wheelRrMps: 1e-3 },
}
const NOTHING = -(2 ** 31)
const LARGEST = 2 ** 31 - 2
const columnNames: readonly Column[] = ['timeS', 'latDeg', 'lonDeg', ...channels]

/** What stands before the columns: how many rows, and of each column its name, its first value and its step. */
interface Head {
  readonly rows: number
  readonly columns: readonly { readonly name: Column; readonly first: number; readonly step: number }[]
  readonly zeroAtMs: number | null
  readonly report: Recording['report']
}

/**
 * A recording as bytes: a line of JSON, then each column as 32-bit differences from value to value, first all their lowest bytes, then all
 * the next. Neighbouring values are alike, so the bytes pack well. A value is kept to its column’s step.
 */
export function packColumns({ timeS, latDeg, lonDeg, of, zeroAtMs, report }: Recording): Uint8Array {
  const given: Partial<Record<Column, Float64Array>> = { timeS, latDeg, lonDeg, ...of }
  const names = columnNames.filter((name) => given[name])
  const rows = timeS.length
  const columns = names.map((name) => {
    const values = given[name]!
    const first = values.find((value) => !Number.isNaN(value)) ?? 0
    return { name, first, step: stepFor(values, first, STEPS[name]) }
  })
  const head = new TextEncoder().encode(`${JSON.stringify({ rows, columns, zeroAtMs, report } satisfies Head)}\n`)
  const bytes = new Uint8Array(head.length + 4 * rows * columns.length)
  bytes.set(head)
  columns.forEach(({ name, first, step }, c) => {
    const values = given[name]!
    let last = 0
    for (let i = 0; i < rows; i++) {
      const value = values[i]!
      const whole = Math.round((value - first) / step)
      const more = Number.isNaN(value) ? NOTHING : whole - last
      for (let b = 0; b < 4; b++) bytes[head.length + (4 * c + b) * rows + i] = (more >> (8 * b)) & 255
      if (!Number.isNaN(value)) last = whole
    }
  })
  return bytes
}

/** A column’s usual step, or a coarser one where its values are too far apart for 32 bits. */
function stepFor(values: Float64Array, first: number, step: number): number {
  let widest = 0
  for (const value of values) if (!Number.isNaN(value)) widest = Math.max(widest, Math.abs(value - first))
  // two neighbours may lie on either side of the first
  return (2 * widest) / step < LARGEST ? step : (2 * widest) / LARGEST
}

/**
 * Reads what `packColumns` wrote.
 * @throws Error where the bytes are not its own
 */
export function unpackColumns(bytes: Uint8Array): Recording {
  const end = bytes.indexOf(10)
  if (end < 0) throw new Error('these are no packed columns: the first line does not end')
  const { rows, columns, zeroAtMs, report } = JSON.parse(new TextDecoder().decode(bytes.subarray(0, end))) as Head
  const from = end + 1
  if (bytes.length !== from + 4 * rows * columns.length)
    throw new Error(`packed columns of ${rows} rows have ${bytes.length - from} bytes, expected ${4 * rows * columns.length}`)
  const read = columns.map(({ name, first, step }, c) => {
    const values = new Float64Array(rows)
    let last = 0
    for (let i = 0; i < rows; i++) {
      let more = 0
      for (let b = 0; b < 4; b++) more |= bytes[from + (4 * c + b) * rows + i]! << (8 * b)
      if (more !== NOTHING) last += more
      values[i] = more === NOTHING ? NaN : first + last * step
    }
    return [name, values] as const
  })
  const { timeS, latDeg, lonDeg, ...of } = Object.fromEntries(read) as Record<Column, Float64Array>
  return { timeS, latDeg, lonDeg, of, zeroAtMs, report }
}
