import { turnSign, type Corner } from '../geometry/corners'
import { signedApart, stationsApart, valueAt, type Track } from '../geometry/track'
import { linePointsOf, type LinePoints } from './linePoints'
import { pathOf, type OffsetLine } from './path'

/** An apex is late when it is at least this far along the line from turn-in to exit, as a share of the distance. */
const LATE_APEX_SHARE = { least: 0.58, most: 0.75 }
/** A line is parallel to the edge when its angle to it is at most this … */
const PARALLEL_RAD = (3 * Math.PI) / 180
/** … and steering is not added after the apex when it rises by no more than this share of the corner's peak. */
const MOST_RISE_SHARE = 0.05

/** How well a corner of a line meets the late-apex school. */
export interface LateApexLook {
  readonly cornerNumber: string
  /** distance to the apex as a share of the distance from turn-in to exit */
  readonly apexShare: number
  /** angle between the line and the outside edge at turn-in, radians */
  readonly toEdgeRad: number
  /** steering added after the apex, as a share of the corner's peak */
  readonly riseShare: number
  readonly met: boolean
}

/** A measured corner with the points that it was measured at. */
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

/** The samples from one station to another, neither passed. */
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

/** A search keeps this much inside the limits, so that they also hold where the line is measured at another step. */
const SPARE = { share: 0.006, rad: (0.2 * Math.PI) / 180, rise: 0.008 }
const NO_SPARE = { share: 0, rad: 0, rise: 0 }

/**
 * Measures how well each corner of a line meets the late-apex school.
 * @param strict - keeps a little inside the limits, as a search does
 */
export function measureCorners(track: Track, line: OffsetLine, corners: readonly Corner[], strict = false): MeasuredCorner[] {
  const spare = strict ? SPARE : NO_SPARE
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
      apexShare >= LATE_APEX_SHARE.least + spare.share &&
      apexShare <= LATE_APEX_SHARE.most - spare.share &&
      Math.abs(toEdgeRad) <= PARALLEL_RAD - spare.rad &&
      riseShare <= MOST_RISE_SHARE - spare.rise
    return { cornerNumber: corner.number, apexShare, toEdgeRad, riseShare, met, corner, sign, points, peakPerM, wayM, edgeSlope }
  })
}
