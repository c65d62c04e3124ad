import { sampleAtStation, wrapStation, type Track } from '../geometry/track'
import type { GripMap } from './gripMap'
import type { LineBounds } from './lineBounds'

/** Distance between the rows of the grid, and between its offsets. A change of one offset between rows bends a line by 1/640 m. */
const ROW_M = 16
const ACROSS_M = 0.4
const OVERLAP_ROWS = 25
/** A line moves no more offsets than this from row to row, and changes that by no more than this. */
const MOST_MOVED = 12
const MOST_CHANGED = 16

/**
 * Offsets of the line of least Σ(|κ|/grip)^power on a coarse grid, by dynamic programming (Bellman, "Dynamic Programming", 1957). No other line on
 * the grid has less, on whichever side of a slippery band it runs. The sum only stands in for time, so the line is a start for a search.
 * @param power - the higher, the more a line spreads its turning; > 0
 * @returns offset at a station, m, linear between the rows
 */
export function offsetsOnGrid(track: Track, grip: GripMap, bounds: LineBounds, power: number): (stationM: number) => number {
  const { closed, lengthM } = track
  const pieces = Math.max(4, Math.round(lengthM / ROW_M))
  const rowM = lengthM / pieces
  const rows = Array.from({ length: closed ? pieces : pieces + 1 }, (_, r) => rowOf(track, grip, bounds, r * rowM))
  // round a closed circuit and some way on at either end, so that neither end has a say in the lap between them
  const early = closed ? Math.min(Math.floor(pieces / 2), OVERLAP_ROWS) : 0
  const driven = Array.from({ length: rows.length + 2 * early }, (_, k) => rows[(k - early + rows.length) % rows.length]!)
  const offsetM = leastBend(driven, rowM, power).slice(early, early + rows.length)
  return (stationM) => {
    const at = wrapStation(track, stationM) / rowM
    const r = Math.min(Math.floor(at), pieces - 1)
    const [a, b] = [offsetM[r]!, offsetM[(r + 1) % offsetM.length]!]
    return a + (b - a) * (at - r)
  }
}

interface Row {
  readonly lowM: number
  readonly count: number
  readonly curvaturePerM: number
  /** 1/grip at each offset */
  readonly slip: Float64Array
}

function rowOf(track: Track, grip: GripMap, bounds: LineBounds, stationM: number): Row {
  const i = sampleAtStation(track, stationM)
  const [lowM, highM] = [bounds.lowM(stationM), bounds.highM(stationM)]
  const first = Math.ceil(lowM / ACROSS_M)
  const count = Math.max(1, Math.floor(highM / ACROSS_M) - first + 1)
  return {
    lowM: first * ACROSS_M,
    count,
    curvaturePerM: track.curvaturePerM[i]!,
    slip: Float64Array.from({ length: count }, (_, k) => 1 / grip(i, (first + k) * ACROSS_M)),
  }
}

const MOVES = 2 * MOST_MOVED + 1

/**
 * Offsets of the line of least bend over rows in order, m. A state is an offset and the move that led to it, so two states in a row give the
 * curvature between them.
 */
function leastBend(rows: readonly Row[], rowM: number, power: number): number[] {
  const states = MOVES * rows.reduce((most, row) => Math.max(most, row.count), 0)
  const movedDown = (r: number) => Math.round((rows[r]!.lowM - rows[r - 1]!.lowM) / ACROSS_M)
  let cost: Float64Array = new Float64Array(states)
  const cameBy = rows.map(() => new Int8Array(states))
  for (let r = 1; r < rows.length; r++) {
    const [before, { count }] = [rows[r - 1]!, rows[r]!]
    const down = movedDown(r)
    const by = cameBy[r]!
    const next = new Float64Array(states).fill(Infinity)
    for (let k = 0; k < before.count; k++) {
      const ownAt = (changed: number) => (Math.abs(before.curvaturePerM + (changed * ACROSS_M) / (rowM * rowM)) * before.slip[k]!) ** power
      const own = Float64Array.from({ length: 2 * MOST_CHANGED + 1 }, (_, c) => ownAt(c - MOST_CHANGED))
      for (let move = 0; move < MOVES; move++) {
        const soFar = cost[k * MOVES + move]!
        if (soFar === Infinity) continue
        const last = Math.min(MOVES - 1, move + MOST_CHANGED)
        for (let to = Math.max(0, move - MOST_CHANGED); to <= last; to++) {
          const end = k + to - MOST_MOVED - down
          if (end < 0 || end >= count) continue
          const total = soFar + own[to - move + MOST_CHANGED]!
          const state = end * MOVES + to
          if (total >= next[state]!) continue
          next[state] = total
          by[state] = move
        }
      }
    }
    cost = next
  }
  let state = cost.indexOf(Math.min(...cost.subarray(0, rows.at(-1)!.count * MOVES)))
  const offsets = new Array<number>(rows.length)
  for (let r = rows.length - 1; ; r--) {
    const [k, move] = [Math.floor(state / MOVES), state % MOVES]
    offsets[r] = rows[r]!.lowM + k * ACROSS_M
    if (r === 0) return offsets
    state = (k - (move - MOST_MOVED) + movedDown(r)) * MOVES + cameBy[r]![state]!
  }
}
