import { noConeEdits, usualTerms, type Setup, type Vehicle } from '@ochote/contracts'
import {
  circuitFromDocument,
  editLine,
  editableLine,
  markPlan,
  planCalls,
  solvePlan,
  speedAlong,
  type Outcome,
  type PlanInput,
} from '@ochote/core'
import { afterCorners } from '../core/src/corners/afterCorner'
import { cornerPriorities } from '../core/src/corners/cornerPriority'
import { gripMapOf } from '../core/src/line/gripMap'
import { roadAlong } from '../core/src/line/roadAlong'
import { forcesAlong } from '../core/src/vehicle/forces'
import { whatIf } from '../core/src/whatIf/whatIf'
import { vehicleTypes } from '../server/src/demo/school'
import { ring } from './ring'
import { yardstick } from './yardstick'

/** Prints how long the computation takes, each time as a ratio to a plain yardstick that is run beside it. */
const REPEATS = 3
const median = (values: number[]) => values.sort((a, b) => a - b)[values.length >> 1]!

function accepted<T>(outcome: Outcome<T, unknown>): T {
  if (outcome.ok) return outcome.value
  throw new Error(JSON.stringify(outcome.problem))
}

function timeMs(stored: () => unknown): number {
  stored() // warm
  const times: number[] = []
  for (let k = 0; k < REPEATS; k++) {
    const started = performance.now()
    stored()
    times.push(performance.now() - started)
  }
  return median(times)
}

const vehicle: Vehicle = vehicleTypes.hatch.vehicle
const setup: Setup = {
  pace: { lateral: 0.8, brake: 0.75, drive: 0.8 },
  brakingSchool: 'blend',
  lineSchool: 'fastest',
  insideMarginM: 0.5,
  outsideMarginM: 0.5,
  conditions: { grip: 1, rubberedGrip: 1, airDensity: 1.2, windMps: 0, windFromDeg: 0 },
}
const centreline: Partial<Setup> = { lineSchool: 'given', givenLine: [[0, 0]] }

const input = (lengthM: number, stepM: number, change: Partial<Setup> = {}): PlanInput => ({
  circuit: accepted(circuitFromDocument(ring(lengthM))),
  vehicle,
  setup: { ...setup, ...change },
  stepM,
})

const ruler = timeMs(yardstick)
console.log(`yardstick: 10 million square roots and divisions, ${ruler.toFixed(0)} ms here\n`)
const row = (what: string, ms: number) =>
  console.log(`${what.padEnd(70)} ${ms.toFixed(1).padStart(9)} ms  ${(ms / ruler).toFixed(2).padStart(8)} ×`)

console.log('4 km at 2 m'.padEnd(70) + '     median     ratio')
const given = input(4000, 2, centreline)
const fastest = input(4000, 2)
const { stored } = accepted(solvePlan(fastest))
const solution = accepted(solvePlan(given))
const marked = markPlan(solution, { firstSession: false, coneEdits: noConeEdits }, usualTerms)
const road = roadAlong(solution.track, gripMapOf(solution.track, setup.conditions, solution.usual), solution.line, solution.path)
row(
  'speeds along a given line (wanted: under 5 ms)',
  timeMs(() => speedAlong(road, vehicle, setup)),
)
const forces = forcesAlong(road, vehicle, setup)
const driven = { driven: solution, road, vehicle, setup, forces }
const points = solution.corners.map((c) => c.points)
row(
  'what every corner is for (wanted: under 1 s)',
  timeMs(() => cornerPriorities(driven, points, afterCorners(solution, solution.corners, points))),
)
row(
  'a call sheet (wanted: under 20 ms)',
  timeMs(() => planCalls(marked)),
)
const edited = editableLine(solution, gripMapOf(solution.track, setup.conditions, solution.usual), vehicle, setup, 8)
row(
  'a line moved by hand, with its new speeds (wanted: under 50 ms)',
  timeMs(() => editLine(edited, 1000, 2)),
)
row(
  'cones on a solved plan, and the room they leave',
  timeMs(() => markPlan(solution, { firstSession: false, coneEdits: noConeEdits }, usualTerms).room),
)
row(
  'what if, one corner',
  timeMs(() => whatIf(driven, solution.corners[0]!, { kind: 'brake-later', metres: 4 })),
)
row(
  'a whole plan on a given line (points, priorityOverrides, room)',
  timeMs(() => accepted(solvePlan(given))),
)
const notchUp: Partial<Setup> = { pace: { lateral: 0.82, brake: 0.77, drive: 0.8 } }
row(
  'after a notch of pace: speeds on the line before (wanted: under 100 ms)',
  timeMs(() => accepted(solvePlan({ ...input(4000, 2, notchUp), stored }))),
)
row(
  'after a notch of pace: a first answer (wanted: under 1 s)',
  timeMs(() => accepted(solvePlan({ ...input(4000, 2, notchUp), near: stored.line! }))),
)
row(
  'a whole plan on the fastest line (line wanted: under 2 s)',
  timeMs(() => accepted(solvePlan(fastest))),
)
row(
  'the same opened again, its stored kept',
  timeMs(() => accepted(solvePlan({ ...fastest, stored }))),
)

console.log('\nfastest line by length, at 2 m')
for (const lengthM of [1000, 2000, 4000])
  row(
    `${lengthM} m`,
    timeMs(() => accepted(solvePlan(input(lengthM, 2)))),
  )
console.log('\nplan on a given line by step, 4 km')
for (const stepM of [4, 2, 1, 0.5])
  row(
    `${stepM} m`,
    timeMs(() => accepted(solvePlan(input(4000, stepM, centreline)))),
  )

accepted(solvePlan(input(10_000, 2)))
console.log(
  `\nafter a plan of 10 km at 2 m: the most memory this whole run held was ${(process.resourceUsage().maxRSS / 1000).toFixed(0)} MB`,
)
