import type { Setup } from '@ochote/contracts'
import { circuitFromDocument, solvePlan, type Outcome, type PlanSolution } from '@ochote/core'
import { checkCircuit, checkVehicle } from '../core/fixtures/circuits'
import { skerrowBasin } from '../server/src/demo/circuits'
import { vehicleTypes } from '../server/src/demo/school'
import { ring } from './ring'
import { yardstick } from './yardstick'

/**
 * Prints, on three circuits with two vehicles, three braking schools, dry and wet: lap times of the fastest line, what late apexes and the tight
 * line cost, and how long each takes, as a ratio to the yardstick; then how near a first answer comes after a notch of pace.
 */
function accepted<T>(outcome: Outcome<T, unknown>): T {
  if (outcome.ok) return outcome.value
  throw new Error(JSON.stringify(outcome.problem))
}
const circuits = {
  'Skerrow Basin': accepted(circuitFromDocument(skerrowBasin())),
  'nine corners': checkCircuit('nine-corner'),
  'ring of 4 km': accepted(circuitFromDocument(ring(4000))),
}
const vehicles = { hatch: vehicleTypes.hatch.vehicle, coupé: checkVehicle('coupe') }
const roads = {
  dry: { grip: 1, rubberedGrip: 1 },
  wet: { grip: 0.74, rubberedGrip: 0.82 },
}
const setup: Omit<Setup, 'brakingSchool' | 'lineSchool' | 'conditions'> = {
  pace: { lateral: 0.76, brake: 0.72, drive: 0.8 },
  insideMarginM: 0.5,
  outsideMarginM: 0.7,
}
const notchUp = { pace: { lateral: 0.78, brake: 0.74, drive: 0.82 } }

const timed = <T>(task: () => T): [T, number] => {
  const started = performance.now()
  return [task(), performance.now() - started]
}
yardstick()
const [, ruler] = timed(yardstick)
const ratio = (ms: number) => (ms / ruler).toFixed(0).padStart(5)
const percent = (share: number) => `${(100 * share).toFixed(2).padStart(6)} %`
console.log(`yardstick: ${ruler.toFixed(0)} ms here; times are ratios to it, searches from scratch\n`)
console.log('circuit        vehicle road school     fastest s  time   late apex  time  asked   tight   time   first answer  time')
for (const [circuitName, circuit] of Object.entries(circuits))
  for (const [vehicleName, vehicle] of Object.entries(vehicles))
    for (const [road, grip] of Object.entries(roads))
      for (const brakingSchool of ['separate', 'blend', 'trail'] as const) {
        const conditions = { ...grip, airDensity: 1.22, windMps: 0, windFromDeg: 0 }
        const solve = (lineSchool: Setup['lineSchool'], change: Partial<Setup> = {}, near?: PlanSolution) =>
          timed(() =>
            accepted(
              solvePlan({
                circuit,
                vehicle,
                setup: { ...setup, brakingSchool, lineSchool, conditions, ...change },
                ...(near?.stored.line ? { near: near.stored.line } : {}),
              }),
            ),
          )
        const [fastest, fastestMs] = solve('fastest')
        const [late, lateMs] = solve('late-apex')
        const [tight, tightMs] = solve('tight')
        const [first, firstMs] = solve('fastest', notchUp, fastest)
        const [notched] = solve('fastest', notchUp)
        const cost = ({ lineReport: { costS, fastestLapS } }: PlanSolution) => percent((costS ?? 0) / (fastestLapS ?? 1))
        const asked = late.lineReport.lateApex.filter((c) => c.exempt === null).length
        console.log(
          `${circuitName.padEnd(14)} ${vehicleName.padEnd(7)} ${road}  ${brakingSchool.padEnd(9)} ${fastest.trace.lapTimeS.toFixed(3).padStart(9)} ${ratio(fastestMs)}   ${cost(late)} ${ratio(lateMs)}  ${asked}/${late.corners.length}  ${cost(tight)} ${ratio(tightMs)}     ${percent(first.trace.lapTimeS / notched.trace.lapTimeS - 1)} ${ratio(firstMs)}`,
        )
      }
