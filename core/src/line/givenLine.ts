import type { FieldProblem } from '@ochote/contracts'
import { cubicSpline, pieceAt, splineAt } from '../geometry/cubicSpline'
import type { Track } from '../geometry/track'
import { failure, success, type Outcome } from '../outcome/outcome'
import type { OffsetLine } from './path'

/**
 * A line through given [station, offset] pairs: constant for one pair, linear for two, cubic by station for more; periodic on a
 * closed circuit.
 * @returns a problem where two pairs have the same station
 */
export function givenLine(track: Track, pairs: readonly (readonly [number, number])[]): Outcome<OffsetLine, FieldProblem[]> {
  const refused = pairs.findIndex(([station], i) => station < 0 || station > track.lengthM || (i > 0 && station <= pairs[i - 1]![0]))
  if (refused >= 0) {
    return failure([
      {
        field: `givenLine[${refused}][0]`,
        found: String(pairs[refused]![0]),
        expected: `a station from 0 to ${track.lengthM.toFixed(1)} m, beyond the one before`,
      },
    ])
  }
  const offsetM = new Float64Array(track.count)
  const slope = new Float64Array(track.count)
  const bendPerM = new Float64Array(track.count)
  if (pairs.length === 1) return success({ offsetM: offsetM.fill(pairs[0]![1]), slope, bendPerM })
  const last = pairs[pairs.length - 1]!
  const repeats = track.closed && last[0] - pairs[0]![0] >= track.lengthM - 1e-6
  const own = repeats ? pairs.slice(0, -1) : pairs
  const smooth = own.length > 2
  const knots = Float64Array.from(track.closed ? [...own.map((p) => p[0]), own[0]![0] + track.lengthM] : own.map((p) => p[0]))
  const values = Float64Array.from(track.closed ? [...own.map((p) => p[1]), own[0]![1]] : own.map((p) => p[1]))
  const spline = smooth ? cubicSpline(knots, values, track.closed) : { knots, values, second: new Float64Array(knots.length) }
  for (let i = 0; i < track.count; i++) {
    const station = track.stationM[i]!
    const u = track.closed && station < knots[0]! ? station + track.lengthM : station
    const inside = Math.min(Math.max(u, knots[0]!), knots[knots.length - 1]!)
    const p = splineAt(spline, inside, pieceAt(knots, inside))
    offsetM[i] = p.value
    slope[i] = inside === u ? p.first : 0
    bendPerM[i] = inside === u ? p.second : 0
  }
  return success({ offsetM, slope, bendPerM })
}
