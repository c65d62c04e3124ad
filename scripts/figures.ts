import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Setup } from '@ochote/contracts'
import { circuitFromDocument, solvePlan, type Outcome } from '@ochote/core'
import { skerrowBasin } from '../server/src/demo/circuits'
import { vehicleTypes } from '../server/src/demo/school'

/** Prints lap time and computing time of Skerrow Basin at steps of 4 to 0.5 m, along the centreline and the line solved for. */
const document = skerrowBasin()
function accepted<T>(outcome: Outcome<T, unknown>): T {
  if (outcome.ok) return outcome.value
  throw new Error(JSON.stringify(outcome.problem))
}
const circuit = accepted(circuitFromDocument(document))
const vehicle = vehicleTypes.hatch.vehicle
const setup: Setup = {
  pace: { lateral: 0.76, brake: 0.72, drive: 0.8 },
  brakingSchool: 'separate',
  lineSchool: 'fastest',
  insideMarginM: 0.5,
  outsideMarginM: 0.7,
  conditions: { grip: 1, rubberedGrip: 1, airDensity: 1.22, windMps: 0, windFromDeg: 0 },
}

const REPEATS = 5
const median = (values: number[]) => values.sort((a, b) => a - b)[values.length >> 1]!

function lapAt(stepM: number, change: Partial<Setup>) {
  const times: number[] = []
  let lapS = 0
  for (let k = 0; k < REPEATS; k++) {
    const started = performance.now()
    const solved = accepted(solvePlan({ circuit, vehicle, setup: { ...setup, ...change }, stepM }))
    times.push(performance.now() - started)
    lapS = solved.trace.lapTimeS
  }
  return { lapS, ms: median(times) }
}

console.log('step m   centreline s   change    ms    line s   change    ms')
let before: { centre: number; line: number } | null = null
for (const stepM of [4, 2, 1, 0.5]) {
  const centre = lapAt(stepM, { lineSchool: 'given', givenLine: [[0, 0]] })
  const line = lapAt(stepM, {})
  const change = (now: number, then: number | undefined) => (then === undefined ? '      –' : `${((now / then - 1) * 100).toFixed(3)} %`)
  console.log(
    `${stepM.toFixed(1).padStart(6)}   ${centre.lapS.toFixed(3).padStart(12)}  ${change(centre.lapS, before?.centre).padStart(8)} ${centre.ms.toFixed(0).padStart(5)}  ${line.lapS.toFixed(3).padStart(8)}  ${change(line.lapS, before?.line).padStart(8)} ${line.ms.toFixed(0).padStart(5)}`,
  )
  before = { centre: centre.lapS, line: line.lapS }
}
// the circuit's file too, to try the command line on it
const file = join(mkdtempSync(join(tmpdir(), 'ochote-')), 'skerrow.circuit.geojson')
writeFileSync(file, JSON.stringify(document))
console.log(`circuit file: ${file}`)
