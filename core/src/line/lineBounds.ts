import type { FieldProblem } from '@ochote/contracts'
import { isWithin, type Corner } from '../geometry/corners'
import { valueAt, type Track } from '../geometry/track'
import { failure, success, type Outcome } from '../outcome/outcome'

/** Where the vehicle's middle may be at a station: offsets, left positive, metres. */
export interface LineBounds {
  readonly lowM: (stationM: number) => number
  readonly highM: (stationM: number) => number
}

export interface Margins {
  vehicleWidthM: number
  insideMarginM: number
  outsideMarginM: number
}

/**
 * Bounds of a line: half the vehicle's width and a margin inside each edge. The inside margin applies on the side that a corner
 * turns to, from its start to its end; the outside margin applies everywhere else.
 * @returns a problem where the margins leave no room
 */
export function lineBounds(track: Track, corners: readonly Corner[], margins: Margins): Outcome<LineBounds, FieldProblem[]> {
  const { vehicleWidthM, insideMarginM, outsideMarginM } = margins
  const margin = (side: 'left' | 'right', stationM: number) =>
    corners.some((c) => c.direction === side && isWithin(track, c, stationM)) ? insideMarginM : outsideMarginM
  const highM = (s: number) => valueAt(track, track.halfLeftM, s) - vehicleWidthM / 2 - margin('left', s)
  const lowM = (s: number) => -(valueAt(track, track.halfRightM, s) - vehicleWidthM / 2 - margin('right', s))
  const tight = track.stationM.findIndex((s) => lowM(s) > highM(s))
  if (tight < 0) return success({ lowM, highM })
  const station = track.stationM[tight]!
  const width = track.halfLeftM[tight]! + track.halfRightM[tight]!
  return failure([
    {
      field: `the circuit's width at station ${station.toFixed(0)} m`,
      found: `${width.toFixed(2)} m`,
      expected: `room for a ${vehicleWidthM} m wide vehicle with margins of ${insideMarginM} m and ${outsideMarginM} m`,
    },
  ])
}
