import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { gunzipSync } from 'node:zlib'
import Papa from 'papaparse'
import { analyse, readLaps, solvePlan } from '@ochote/core'
import { accepted, checkCircuit, checkSetup, checkVehicle } from '../core/fixtures/circuits'

/** Prints how long an hour of recorded laps takes from the file to findings, as a ratio to what its CSV parser alone takes on it. */
const checks = join(import.meta.dirname, '../core/fixtures/checks')
const WANTED_ROWS = 180_000
const REPEATS = 3

function timeMs(task: () => unknown): number {
  task()
  const times = Array.from({ length: REPEATS }, () => {
    const began = performance.now()
    task()
    return performance.now() - began
  })
  return times.sort((a, b) => a - b)[REPEATS >> 1]!
}

/** The same drive again and again, each after the one before. */
function longDrive(): string {
  const [header, ...rows] = gunzipSync(readFileSync(join(checks, 'nine-corner.laps.csv.gz')))
    .toString()
    .trim()
    .split('\n')
  const lastS = Number(rows.at(-1)!.split(',')[0]) + 10
  const times = Math.ceil(WANTED_ROWS / rows.length)
  const shifted = Array.from({ length: times }, (_, k) =>
    rows.map((row) => {
      const at = row.indexOf(',')
      return `${(Number(row.slice(0, at)) + k * lastS).toFixed(2)}${row.slice(at)}`
    }),
  ).flat()
  return [header, ...shifted.slice(0, WANTED_ROWS)].join('\n')
}

const plan = accepted(
  solvePlan({
    circuit: checkCircuit('nine-corner'),
    vehicle: checkVehicle('hatch'),
    setup: checkSetup('blend-080'),
  }),
)
const csv = longDrive()
const parser = timeMs(() => Papa.parse(csv, { skipEmptyLines: 'greedy' }))
const recording = accepted(readLaps(csv, 'an hour'))
const read = timeMs(() => accepted(readLaps(csv, 'an hour')))
const found = timeMs(() => analyse(plan, recording))
const line = (name: string, ms: number) => console.log(`${name.padEnd(52)} ${(ms / parser).toFixed(2).padStart(6)} × the CSV parser`)
console.log(`recorded laps, ${WANTED_ROWS.toLocaleString('en-GB')} rows; the CSV parser alone takes ${parser.toFixed(0)} ms`)
line('read into columns', read)
line('from columns to findings', found)
line('from the file to findings (wanted: under 4)', read + found)
console.log(`the most memory this whole run held was ${(process.resourceUsage().maxRSS / 1000).toFixed(0)} MB`)
