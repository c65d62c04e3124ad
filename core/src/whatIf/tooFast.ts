import type { Driven } from '../corners/cornerPriority'
import { turnSign } from '../geometry/corners'
import { sampleAtStation, signedApart, valueAt, wrapStation } from '../geometry/track'
import type { SolvedCorner } from '../corners/solvedCorner'
import { ON_LINE, stepOffLine, type OffLine } from '../line/offLine'

const STRIDE_M = 0.5
/** Looked at this far beyond the exit. */
const BEYOND_EXIT_M = 30

/**
 * Distance left between the vehicle's outer side and the outer edge when a corner is driven too fast from turn-in to exit, at
 * the radius its grip allows, nothing done about it: m, negative beyond the edge.
 * @param share - of the plan's speed, as 1.1
 */
export function roomWhenTooFast(driven: Driven, corner: Pick<SolvedCorner, 'direction' | 'points'>, share: number): number | null {
  const { driven: line, vehicle, forces } = driven
  const { track, trace, path } = line
  const { turnIn, exit } = corner.points
  if (!turnIn || !exit) return null
  const sign = turnSign(corner)
  const wayM = Math.max(0, signedApart(track, turnIn.stationM, exit.stationM)) + BEYOND_EXIT_M
  let off: OffLine = ON_LINE
  let least = Infinity
  for (let m = 0; m <= wayM; m += STRIDE_M) {
    const s = wrapStation(track, turnIn.stationM + m)
    const i = sampleAtStation(track, s)
    const half = valueAt(track, sign > 0 ? track.halfRightM : track.halfLeftM, s)
    least = Math.min(least, half + sign * valueAt(track, line.line.offsetM, s) - off.outM - vehicle.widthM / 2)
    const q = (share * valueAt(track, trace.speedMps, s)) ** 2
    const linePerM = sign * valueAt(track, path.curvaturePerM, s)
    off = stepOffLine(off, STRIDE_M, { linePerM, mostPerM: forces.turnablePerM(i, q, sign), insteadPerM: null, leastOutM: 0 })
  }
  return least
}
