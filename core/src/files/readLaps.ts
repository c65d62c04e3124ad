import Papa from 'papaparse'
import { showValue, type FieldProblem } from '@ochote/contracts'
import { failure, success, type Outcome } from '../outcome/outcome'
import { gpxPoints } from './gpxPoints'
import { knownColumn, type KnownColumn } from './lapColumns'
import type { Channel, Recording } from '../recording/recording'

/** An hour at 100 a second with many columns. */
const MOST_CHARACTERS = 120_000_000
const MOST_ROWS = 400_000
/** Times beyond this are seconds since 1970: no logger runs for so long. */
const LEAST_UNIX_S = 5e8

/** What columns are, by header. */
export type ColumnMeanings = Readonly<Record<string, string>>

const refused = (field: string, found: string, expected: string) => failure([{ field, found, expected }])

/**
 * Reads recorded laps: GPX 1.1 with times, or `*.laps.csv`, whose columns are known by name and unit, with commas, semicolons or tabs between them, and decimal commas.
 * A row without a position, one of the same time as the row before, one whose time goes back, and a last row that is cut off are
 * left out and counted.
 * @param fileName - for the problems, which name line and column
 * @param meanings - what columns of other names are, by header: the name of a known column, or an empty one to leave it out
 */
export function readLaps(text: string, fileName: string, meanings: ColumnMeanings = {}): Outcome<Recording, FieldProblem[]> {
  if (text.length > MOST_CHARACTERS)
    return refused(fileName, `${(text.length / 1e6).toFixed(0)} MB`, `${MOST_CHARACTERS / 1e6} MB at the most`)
  if (/^\uFEFF?\s*</.test(text)) return readGpx(text, fileName)
  // counted before anything is read of them: millions of short rows would take long
  const lines = linesOf(text)
  if (lines > MOST_ROWS + 1) return refused(fileName, `${lines} lines`, `${MOST_ROWS} rows at the most`)
  const { data, meta } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { skipEmptyLines: 'greedy' })
  const [headers = [], ...rows] = data
  const columns = headers.map((header) => knownColumn(Object.hasOwn(meanings, header) ? meanings[header]! : header))
  const at = (is: KnownColumn['is']) => columns.findIndex((column) => column?.is === is)
  const [time, lat, lon] = [at('timeS'), at('latDeg'), at('lonDeg')]
  if (time < 0 || lat < 0 || lon < 0)
    return refused(`${fileName}, line 1`, headers.join(', ').slice(0, 120) || 'nothing', 'a header with time_s, lat and lon')
  const hasDecimalCommas = meta.delimiter !== ','
  const read = (cell: string | undefined): number => {
    const typed = (cell ?? '').trim()
    return typed === '' ? NaN : Number(hasDecimalCommas ? typed.replace(',', '.') : typed)
  }
  // a column that appears twice counts once, at its first place
  const kept = columns.flatMap((column, k) => (column && at(column.is) === k ? [{ ...column, k }] : []))
  const values = kept.map(() => new Float64Array(rows.length))
  const dropped = { repeated: 0, backwards: 0, noPosition: 0, cutOff: 0 }
  let [count, lastS] = [0, -Infinity]
  for (const [r, row] of rows.entries()) {
    if (r === rows.length - 1 && row.length < headers.length) {
      dropped.cutOff++
      continue
    }
    for (const { k } of kept) {
      const cell = row[k]
      if (cell !== undefined && cell.trim() !== '' && !Number.isFinite(read(cell)))
        return refused(`${fileName}, line ${r + 2}, ${headers[k]!}`, showValue(cell), 'a number')
    }
    const timeS = read(row[time]) * columns[time]!.factor
    const [latDeg, lonDeg] = [read(row[lat]), read(row[lon])]
    if (!Number.isFinite(timeS)) return refused(`${fileName}, line ${r + 2}, ${headers[time]!}`, showValue(row[time]), 'a number')
    // before a logger knows where it is, it writes nothing, or noughts
    if (!(Math.abs(latDeg) <= 89) || !(Math.abs(lonDeg) <= 180) || (latDeg === 0 && lonDeg === 0)) dropped.noPosition++
    else if (timeS === lastS) dropped.repeated++
    else if (timeS < lastS) dropped.backwards++
    else {
      kept.forEach(({ k, factor }, n) => (values[n]![count] = read(row[k]) * factor))
      count++
      lastS = timeS
    }
  }
  if (count < 2) return refused(fileName, `${count} rows with a time and a position`, 'two at the least')
  const column = (is: KnownColumn['is']) => {
    const n = kept.findIndex((one) => one.is === is)
    return n < 0 ? null : values[n]!.subarray(0, count)
  }
  const of: Partial<Record<Channel, Float64Array>> = {}
  for (const { is } of kept) {
    const all = column(is)!
    if (is !== 'timeS' && is !== 'latDeg' && is !== 'lonDeg' && all.some((value) => !Number.isNaN(value))) of[is] = all
  }
  return success({
    ...{ timeS: column('timeS')!, latDeg: column('latDeg')!, lonDeg: column('lonDeg')!, of },
    // seconds since 1970, or since the logger was switched on
    zeroAtMs: column('timeS')![0]! > LEAST_UNIX_S ? 0 : null,
    report: { rows: rows.length, dropped, unknown: headers.filter((header, k) => columns[k] === null && meanings[header] !== '') },
  })
}

function linesOf(text: string): number {
  let lines = 1
  for (let at = text.indexOf('\n'); at >= 0 && at < text.length - 1; at = text.indexOf('\n', at + 1)) lines++
  return lines
}

/** A track of GPX points with times; the first is the start of the clock. */
function readGpx(text: string, fileName: string): Outcome<Recording, FieldProblem[]> {
  const read = gpxPoints(text, fileName)
  if (!read.ok) return read
  const dropped = { repeated: 0, backwards: 0, noPosition: 0, cutOff: 0 }
  const [timeS, latDeg, lonDeg, altM]: [number[], number[], number[], number[]] = [[], [], [], []]
  let beganMs = NaN
  for (const { lat, lon, alt, time, at } of read.value) {
    if (time === undefined) return refused(`${at}, time`, 'nothing', 'a time, as in 2026-10-17T09:00:00Z')
    const ms = Date.parse(time)
    if (Number.isNaN(ms)) return refused(`${at}, time`, showValue(time), 'a time, as in 2026-10-17T09:00:00Z')
    if (Number.isNaN(beganMs)) beganMs = ms
    const [φ, λ, nowS] = [Number(lat ?? NaN), Number(lon ?? NaN), (ms - beganMs) / 1000]
    const lastS = timeS.at(-1) ?? -Infinity
    if (!(Math.abs(φ) <= 89) || !(Math.abs(λ) <= 180) || (φ === 0 && λ === 0)) dropped.noPosition++
    else if (nowS === lastS) dropped.repeated++
    else if (nowS < lastS) dropped.backwards++
    else {
      timeS.push(nowS)
      latDeg.push(φ)
      lonDeg.push(λ)
      altM.push(alt === undefined || alt.trim() === '' ? NaN : Number(alt))
    }
  }
  if (timeS.length < 2) return refused(fileName, `${timeS.length} points with a time and a position`, 'two at the least')
  const columns = { timeS: Float64Array.from(timeS), latDeg: Float64Array.from(latDeg), lonDeg: Float64Array.from(lonDeg) }
  const hasHeights = altM.some((z) => !Number.isNaN(z))
  return success({
    ...columns,
    of: hasHeights ? { altM: Float64Array.from(altM) } : {},
    zeroAtMs: beganMs,
    report: { rows: read.value.length, dropped, unknown: [] },
  })
}
