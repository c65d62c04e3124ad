import type { Circuit } from './circuit'
import { cubicSpline, splineAt, type CubicSpline } from './cubicSpline'

/** A circuit's centreline as a spline in plan with the chord length as parameter, and its stations. */
export interface Centreline {
  readonly closed: boolean
  readonly lengthM: number
  readonly x: CubicSpline
  readonly y: CubicSpline
  readonly z: CubicSpline
  /** station of each given position; a closed centreline has one more, the length, at the end */
  readonly stationsM: Float64Array
}

/** Position, direction and curvature of the centreline at one place; all derivatives by station. */
interface CentrelinePoint {
  x: number
  y: number
  z: number
  headingRad: number
  curvaturePerM: number
  curvatureSlopePerM2: number
  slopeRad: number
  verticalCurvaturePerM: number
}

/** Five-point Gauss–Legendre nodes and weights on [-1, 1] (Abramowitz & Stegun, 25.4.30). */
const NODES = [-0.906179845938664, -0.5384693101056831, 0, 0.5384693101056831, 0.906179845938664] as const
const WEIGHTS = [0.23692688505618908, 0.47862867049936647, 0.5688888888888889, 0.47862867049936647, 0.23692688505618908] as const

function arcLength(x: CubicSpline, y: CubicSpline, piece: number, from: number, to: number): number {
  const half = (to - from) / 2
  const middle = (to + from) / 2
  let sum = 0
  for (let k = 0; k < 5; k++) {
    const u = middle + half * NODES[k]!
    sum += WEIGHTS[k]! * Math.hypot(splineAt(x, u, piece).first, splineAt(y, u, piece).first)
  }
  return sum * half
}

const PARTS_PER_PIECE = 4

function pieceLength(x: CubicSpline, y: CubicSpline, piece: number, to = x.knots[piece + 1]!): number {
  const from = x.knots[piece]!
  const width = (to - from) / PARTS_PER_PIECE
  let sum = 0
  for (let k = 0; k < PARTS_PER_PIECE; k++) sum += arcLength(x, y, piece, from + k * width, from + (k + 1) * width)
  return sum
}

/**
 * The cubic spline through a circuit's positions (periodic when closed, else natural), with the chord length in plan as
 * parameter and distance in plan as station.
 */
export function centrelineOf(circuit: Circuit): Centreline {
  const { closed } = circuit
  const given = circuit.x.length
  const n = closed ? given + 1 : given
  const wrap = (values: Float64Array) => (closed ? Float64Array.from({ length: n }, (_, i) => values[i % given]!) : values)
  const px = wrap(circuit.x)
  const py = wrap(circuit.y)
  const knots = new Float64Array(n)
  for (let i = 1; i < n; i++) knots[i] = knots[i - 1]! + Math.hypot(px[i]! - px[i - 1]!, py[i]! - py[i - 1]!)
  const x = cubicSpline(knots, px, closed)
  const y = cubicSpline(knots, py, closed)
  const z = cubicSpline(knots, wrap(circuit.z), closed)
  const stationsM = new Float64Array(n)
  for (let i = 1; i < n; i++) stationsM[i] = stationsM[i - 1]! + pieceLength(x, y, i - 1)
  return { closed, lengthM: stationsM[n - 1]!, x, y, z, stationsM }
}

/** The spline parameter at a station of a known piece: Newton's method, starting from an even spread. */
function parameterAt(line: Centreline, piece: number, stationM: number): number {
  const { x, y, stationsM } = line
  const from = x.knots[piece]!
  const to = x.knots[piece + 1]!
  const wanted = stationM - stationsM[piece]!
  let u = from + ((to - from) * wanted) / (stationsM[piece + 1]! - stationsM[piece]!)
  for (let k = 0; k < 20; k++) {
    const miss = pieceLength(x, y, piece, u) - wanted
    if (Math.abs(miss) < 1e-10) break
    const speed = Math.hypot(splineAt(x, u, piece).first, splineAt(y, u, piece).first)
    u = Math.min(to, Math.max(from, u - miss / speed))
  }
  return u
}

/** The centreline at a station within [0, length], which lies in `piece`. */
export function centrelineAt(line: Centreline, stationM: number, piece: number): CentrelinePoint {
  const u = parameterAt(line, piece, stationM)
  const x = splineAt(line.x, u, piece)
  const y = splineAt(line.y, u, piece)
  const z = splineAt(line.z, u, piece)
  const speed2 = x.first * x.first + y.first * y.first
  const speed = Math.sqrt(speed2)
  const cross = x.first * y.second - y.first * x.second
  const along = x.first * x.second + y.first * y.second
  const crossSlope = x.first * y.third - y.first * x.third
  const rise = z.first / speed
  const riseSlope = z.second / speed2 - (z.first * along) / (speed2 * speed2)
  return {
    x: x.value,
    y: y.value,
    z: z.value,
    headingRad: Math.atan2(y.first, x.first),
    curvaturePerM: cross / (speed2 * speed),
    curvatureSlopePerM2: crossSlope / (speed2 * speed2) - (3 * cross * along) / (speed2 * speed2 * speed2),
    slopeRad: Math.atan(rise),
    verticalCurvaturePerM: riseSlope / Math.pow(1 + rise * rise, 1.5),
  }
}
