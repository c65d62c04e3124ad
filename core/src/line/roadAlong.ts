import type { Track } from '../geometry/track'
import type { Road } from '../vehicle/road'
import { gripAlong, type GripMap } from './gripMap'
import { pathOf, type OffsetLine, type Path } from './path'

/** The road along a line. Slope, vertical curvature and crossfall are the centreline's at every offset. */
export function roadAlong(track: Track, grip: GripMap, line: OffsetLine, path: Path = pathOf(track, line)): Road {
  return {
    closed: track.closed,
    stepM: path.stepM,
    curvaturePerM: path.curvaturePerM,
    slopeRad: track.slopeRad,
    verticalCurvaturePerM: track.verticalCurvaturePerM,
    crossfallRad: track.crossfallRad,
    grip: gripAlong(track, grip, line),
    headingRad: path.headingRad,
  }
}
