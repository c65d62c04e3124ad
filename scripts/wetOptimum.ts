import type { Setup, Vehicle } from '@ochote/contracts'
import { circuitFromDocument, solvePlan, type Circuit } from '@ochote/core'
import { normalFrom, randomFrom } from '../core/src/random/random'
import { accepted, checkCircuit, checkVehicle } from '../core/fixtures/circuits'
import { cornersOf } from '../core/src/geometry/corners'
import { sampleTrack, valueAt } from '../core/src/geometry/track'
import { driver } from '../core/src/line/drivenLine'
import { gripMapOf, usualLineOf } from '../core/src/line/gripMap'
import { lineBounds } from '../core/src/line/lineBounds'
import { lineOf, offsetBasis } from '../core/src/line/offsetBasis'
import { skerrowBasin } from '../server/src/demo/circuits'
import { vehicleTypes } from '../server/src/demo/school'
import { ring } from './ring'

/**
 * Prints how far the fastest line on a wet road with a slippery band is from the quickest line that a long search finds (simulated
 * annealing; Kirkpatrick, Gelatt and Vecchi 1983). That search uses neither slopes nor rounding nor the band, and can climb out of valleys. It
 * begins at random, and once at the plan's own line. Takes the number of changes it tries from each start; it takes minutes for each case.
 */
const changes = Number(process.argv[2] ?? 30_000)
const RANDOM_STARTS = 3
const SEARCH_STEP_M = 4
const SEARCH_KNOTS_M = 16
/** Temperatures, in seconds of lap time; warmer from a random line than from one that is quick already. */
const HOTTEST_S = { random: 0.08, own: 0.02 }
const COLDEST_S = 0.0005
/** Half widths of a change, in knots, and how far it moves the line. */
const [NARROWEST, WIDEST] = [1, 14]
const [FARTHEST_M, NEAREST_M] = [1.5, 0.08]

const vehicles = { hatch: vehicleTypes.hatch.vehicle, coupé: checkVehicle('coupe') }
const circuits = {
  'nine corners': checkCircuit('nine-corner'),
  'Skerrow Basin': accepted(circuitFromDocument(skerrowBasin())),
  'ring of 4 km': accepted(circuitFromDocument(ring(4000))),
}
const setupOf = (brakingSchool: Setup['brakingSchool'], rubberedGrip: number): Setup => ({
  pace: { lateral: 0.76, brake: 0.72, drive: 0.8 },
  brakingSchool,
  lineSchool: 'fastest',
  insideMarginM: 0.5,
  outsideMarginM: 0.7,
  conditions: { grip: 0.74, rubberedGrip, airDensity: 1.22, windMps: 0, windFromDeg: 0 },
})

type OffsetAt = (stationM: number) => number

/**
 * A line found by annealing: its offset by station.
 * @param own - the line to begin with; null for a random one
 */
function annealed(circuit: Circuit, vehicle: Vehicle, setup: Setup, seed: number, own: OffsetAt | null): OffsetAt {
  const track = sampleTrack(circuit, SEARCH_STEP_M)
  const basis = offsetBasis(track, SEARCH_KNOTS_M)
  const bounds = accepted(lineBounds(track, cornersOf(track), { vehicleWidthM: vehicle.widthM, ...setup }))
  const low = Float64Array.from(track.stationM, bounds.lowM)
  const high = Float64Array.from(track.stationM, bounds.highM)
  const drive = driver(track, basis, gripMapOf(track, setup.conditions, usualLineOf(circuit, setup.conditions)), vehicle, setup)
  const random = randomFrom(seed)
  const within = (coefficients: Float64Array) => lineOf(basis, coefficients).offsetM.every((n, i) => n <= high[i]! && n >= low[i]!)
  const between = (k: number, share: number) => {
    const s = ((((k - 1) * basis.knotSpacingM) % track.lengthM) + track.lengthM) % track.lengthM
    return bounds.lowM(s) + share * (bounds.highM(s) - bounds.lowM(s))
  }
  // a random place across the road every few knots, and straight in between
  const EVERY = 6
  const places = Array.from({ length: Math.ceil(basis.size / EVERY) }, random)
  const somewhere = (k: number) => {
    const from = Math.floor(k / EVERY)
    const t = (k % EVERY) / EVERY
    return between(k, 0.1 + 0.8 * ((1 - t) * places[from]! + t * places[(from + 1) % places.length]!))
  }
  const ownAt = (k: number) => own!(((((k - 1) * basis.knotSpacingM) % track.lengthM) + track.lengthM) % track.lengthM)
  let line = Float64Array.from({ length: basis.size }, (_, k) => (own ? ownAt(k) : somewhere(k)))
  const hottestS = own ? HOTTEST_S.own : HOTTEST_S.random
  let timeS = drive(line).lapTimeS
  let best = { line, timeS }
  for (let tried = 0; tried < changes; tried++) {
    const share = tried / changes
    const heatS = hottestS * Math.pow(COLDEST_S / hottestS, share)
    const farM = FARTHEST_M * Math.pow(NEAREST_M / FARTHEST_M, share)
    const middle = Math.floor(random() * basis.size)
    const half = NARROWEST + random() * random() * (WIDEST - NARROWEST)
    const moveM = normalFrom(random) * farM
    const moved = line.slice()
    for (let k = -Math.floor(half); k <= half; k++) {
      const at = (middle + k + basis.size) % basis.size
      moved[at] = moved[at]! + (moveM * (1 + Math.cos((Math.PI * k) / (half + 1)))) / 2
    }
    if (!within(moved)) continue
    const movedS = drive(moved).lapTimeS
    if (movedS > timeS && random() > Math.exp((timeS - movedS) / heatS)) continue
    line = moved
    timeS = movedS
    if (timeS < best.timeS) best = { line, timeS }
  }
  const { coefficients, h } = { coefficients: best.line, h: basis.knotSpacingM }
  return (stationM) => {
    const at = sampleAt(stationM / h)
    return at.weights.reduce((sum, w, k) => sum + w * coefficients[(at.piece + k) % coefficients.length]!, 0)
  }
}

/** Weights of the four coefficients of a uniform cubic B-spline at a place, in knots. */
function sampleAt(place: number) {
  const piece = Math.floor(place)
  const t = place - piece
  const r = 1 - t
  return {
    piece,
    weights: [(r * r * r) / 6, (3 * t * t * t - 6 * t * t + 4) / 6, (-3 * t * t * t + 3 * t * t + 3 * t + 1) / 6, (t * t * t) / 6],
  }
}

/** The quickest a line gets from annealed offsets: the first answer's few steps take the last kinks out. */
function settled(circuit: Circuit, vehicle: Vehicle, setup: Setup, offsetM: OffsetAt): number {
  const track = sampleTrack(circuit)
  const basis = offsetBasis(track, 8)
  const usual = usualLineOf(circuit, setup.conditions)
  let coefficients = Array.from({ length: basis.size }, (_, k) => {
    const s = ((k - 1) * basis.knotSpacingM + track.lengthM) % track.lengthM
    return offsetM(s)
  })
  let lapS = Infinity
  for (let round = 0; round < 4; round++) {
    const near = { coefficients, fastest: null, usual: usual && [...usual], exempt: [] }
    const solved = accepted(solvePlan({ circuit, vehicle, setup, near }))
    lapS = Math.min(lapS, solved.trace.lapTimeS)
    coefficients = [...solved.stored.line!.coefficients]
  }
  return lapS
}

console.log('circuit        vehicle school    band   plan s   at random   from its own line   plan slower than the best by')
for (const [circuitName, circuit] of Object.entries(circuits))
  for (const [vehicleName, vehicle] of Object.entries(vehicles))
    for (const [school, rubbered] of [
      ['blend', 0.82],
      ['separate', 0.82],
      ['blend', 0.7],
    ] as const) {
      const setup = setupOf(school, rubbered)
      const plan = accepted(solvePlan({ circuit, vehicle, setup }))
      const planS = plan.trace.lapTimeS
      const ownLine = (s: number) => valueAt(plan.track, plan.line.offsetM, s)
      const find = (seed: number, own: OffsetAt | null) => settled(circuit, vehicle, setup, annealed(circuit, vehicle, setup, seed, own))
      const randomS = Math.min(...Array.from({ length: RANDOM_STARTS }, (_, k) => find(k + 1, null)))
      const ownS = find(RANDOM_STARTS + 1, ownLine)
      const slower = `${(100 * (planS / Math.min(randomS, ownS) - 1)).toFixed(2)} %`
      const times = [planS, randomS, ownS].map((s) => s.toFixed(3).padStart(10)).join(' ')
      console.log(
        `${circuitName.padEnd(14)} ${vehicleName.padEnd(7)} ${school.padEnd(9)} ${rubbered.toFixed(2)} ${times} ${slower.padStart(12)}`,
      )
    }
