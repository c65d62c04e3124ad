import type { Driven } from '../corners/cornerPriority'
import type { SolvedCorner } from '../corners/solvedCorner'
import { turnSign } from '../geometry/corners'
import { sampleAtStation, signedApart, valueAt, wrapStation } from '../geometry/track'
import { ON_LINE, stepOffLine, type OffLine } from '../line/offLine'
import type { Forces } from '../vehicle/forces'

/** Where a vehicle's middle crosses the outer edge, which way it goes there, and how fast. */
interface OffRoad {
  readonly stationM: number
  readonly x: number
  readonly y: number
  readonly headingRad: number
  readonly speedMps: number
  /** between its outer side and the edge by then at the least, m */
  readonly leftM: number
}

/** A corner driven too fast. */
interface Wide {
  /** between the vehicle's outer side and the edge at the least, m; negative beyond the edge, as if the road went on */
  readonly leftM: number
  /** at the slowest place, m/s */
  readonly speedMps: number
  /** null where the vehicle stays on the road */
  readonly off: OffRoad | null
}

export const TOO_FAST = 1.1
const STRIDE_M = 0.5
/** Looked at this far beyond the exit. */
const BEYOND_EXIT_M = 30

/**
 * A corner driven 10 % faster than planned from turn-in to beyond the exit, nothing done about it: the vehicle runs wide at the radius that
 * its grip allows.
 * @param forces - what grip there is: as planned, or more
 */
export function runWide(
  { driven: line, vehicle }: Driven,
  corner: Pick<SolvedCorner, 'direction' | 'points' | 'startM' | 'endM'>,
  forces: Pick<Forces, 'turnablePerM'>,
): Wide {
  const { track, trace, path } = line
  // a corner that is hardly one has no turn-in or exit of its own
  const fromM = corner.points.turnIn?.stationM ?? corner.startM
  const toM = corner.points.exit?.stationM ?? corner.endM
  const sign = turnSign(corner)
  const wayM = Math.max(0, signedApart(track, fromM, toM)) + BEYOND_EXIT_M
  let at: OffLine = ON_LINE
  let leftM = Infinity
  let slowestMps = Infinity
  let off: OffRoad | null = null
  for (let m = 0; m <= wayM; m += STRIDE_M) {
    const raw = fromM + m
    if (!track.closed && raw > track.lengthM) break
    const s = wrapStation(track, raw)
    const i = sampleAtStation(track, s)
    const speedMps = TOO_FAST * valueAt(track, trace.speedMps, s)
    slowestMps = Math.min(slowestMps, speedMps)
    const offsetM = valueAt(track, line.line.offsetM, s) - sign * at.outM
    const roomM = valueAt(track, sign > 0 ? track.halfRightM : track.halfLeftM, s) + sign * offsetM
    leftM = Math.min(leftM, roomM - vehicle.widthM / 2)
    if (roomM < 0 && off === null) {
      const across = track.headingRad[i]! + Math.PI / 2
      const [x, y] = [track.x[i]! + offsetM * Math.cos(across), track.y[i]! + offsetM * Math.sin(across)]
      off = { stationM: s, x, y, headingRad: path.headingRad[i]! - sign * at.headingRad, speedMps, leftM }
    }
    const linePerM = sign * valueAt(track, path.curvaturePerM, s)
    const mostPerM = forces.turnablePerM(i, speedMps * speedMps, sign)
    at = stepOffLine(at, STRIDE_M, { linePerM, mostPerM, leastOutM: 0 })
  }
  return { leftM, speedMps: slowestMps, off }
}
