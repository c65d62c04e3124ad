import type { Track } from '../geometry/track'
import type { OffsetLine } from './path'

/** A stretch where the vehicle is over an edge of the track. */
export interface OverEdge {
  readonly fromM: number
  readonly toM: number
  readonly side: 'left' | 'right'
  /** the most it is over, metres */
  readonly byM: number
}

/** Stretches where a vehicle of a given width, with its middle on the line, is over an edge of the track, in the order of the lap. */
export function overEdge(track: Track, line: OffsetLine, vehicleWidthM: number): OverEdge[] {
  const stretches: { fromM: number; toM: number; side: 'left' | 'right'; byM: number }[] = []
  for (const side of ['left', 'right'] as const) {
    const half = side === 'left' ? track.halfLeftM : track.halfRightM
    let last = -2
    for (let i = 0; i < track.count; i++) {
      const byM = (side === 'left' ? line.offsetM[i]! : -line.offsetM[i]!) + vehicleWidthM / 2 - half[i]!
      if (byM <= 0) continue
      const stationM = track.stationM[i]!
      const open = stretches[stretches.length - 1]
      if (open && last === i - 1) Object.assign(open, { toM: stationM, byM: Math.max(open.byM, byM) })
      else stretches.push({ fromM: stationM, toM: stationM, side, byM })
      last = i
    }
  }
  return stretches.sort((a, b) => a.fromM - b.fromM)
}
