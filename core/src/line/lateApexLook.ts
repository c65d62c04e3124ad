import { turnSign, type Corner } from '../geometry/corners'
import { signedApart, stationsApart, valueAt, type Track } from '../geometry/track'
import { linePointsOf, type LinePoints } from './linePoints'
import { pathOf, type OffsetLine } from './path'

/** An apex is late this far along the way from turn-in to exit, by distance. */
export const LATE_APEX_SHARE = { least: 0.58, most: 0.75 }
/** A line is parallel to the edge where it is so to this … */
export const PARALLEL_RAD = (2 * Math.PI) / 180
/** … and its steering is not added to after the apex where it rises by no more than this share of the most in the corner. */
export const MOST_RISE_SHARE = 0.05

/** How a corner of a line keeps to the late-apex school. */
export interface LateApexLook {
  readonly cornerNumber: string
  /** way driven to the apex, of all from turn-in to exit */
  readonly apexShare: number
  /** of the line against the outside edge at turn-in, radians */
  readonly toEdgeRad: number
  /** steering added after the apex, as a share of the most there is in the corner */
  readonly riseShare: number
  readonly met: boolean
}

/** A look with what it was taken from. */
export interface MeasuredCorner extends LateApexLook {
  readonly corner: Corner
  readonly sign: 1 | -1
  readonly points: LinePoints
  readonly peakPerM: number
  /** from turn-in to exit */
  readonly wayM: number
  /** change of the outside edge's offset by station at turn-in */
  readonly edgeSlope: number
}

/** The samples from one station on to another, neither passed. */
export function samplesBetween(track: Track, fromM: number, toM: number): number[] {
  const first = Math.ceil(fromM / track.stepM - 1e-9)
  const room = Math.floor((stationsApart(track, fromM, toM) - (first * track.stepM - fromM)) / track.stepM + 1e-9)
  const samples: number[] = []
  for (let k = 0; k <= room; k++) {
    if (!track.closed && first + k >= track.count) break
    samples.push((first + k) % track.count)
  }
  return samples
}

/** How each corner of a line keeps to the late-apex school, with the points it was measured by. */
export function measureCorners(track: Track, line: OffsetLine, corners: readonly Corner[]): MeasuredCorner[] {
  const path = pathOf(track, line)
  return linePointsOf({ track, line, path }, corners).map((points, c) => {
    const corner = corners[c]!
    const sign = turnSign(corner)
    const { turnInM, apexM, exitM } = points
    const peakPerM = sign * path.curvaturePerM[points.peak]!
    let [least, rise] = [Infinity, 0]
    for (const i of samplesBetween(track, apexM, exitM)) {
      const turning = sign * path.curvaturePerM[i]!
      least = Math.min(least, turning)
      rise = Math.max(rise, turning - least)
    }
    const edge = (s: number) => -sign * valueAt(track, sign > 0 ? track.halfRightM : track.halfLeftM, s)
    const edgeSlope = (edge(turnInM + track.stepM) - edge(turnInM - track.stepM)) / (2 * track.stepM)
    const toEdgeRad = Math.atan(valueAt(track, line.slope, turnInM) - edgeSlope)
    const wayM = stationsApart(track, turnInM, exitM)
    const apexShare = wayM > 0 ? signedApart(track, turnInM, apexM) / wayM : 0
    const riseShare = peakPerM > 0 ? rise / peakPerM : 0
    const met =
      peakPerM > 0 &&
      apexShare >= LATE_APEX_SHARE.least &&
      apexShare <= LATE_APEX_SHARE.most &&
      Math.abs(toEdgeRad) <= PARALLEL_RAD &&
      riseShare <= MOST_RISE_SHARE
    return { cornerNumber: corner.number, apexShare, toEdgeRad, riseShare, met, corner, sign, points, peakPerM, wayM, edgeSlope }
  })
}
