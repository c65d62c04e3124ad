import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { checkCircuit } from '../../fixtures/circuits'
import { sampleAtStation, sampleTrack, type Track } from '../geometry/track'
import type { GripMap } from './gripMap'
import { offsetsOnGrid } from './offsetGrid'

const ROW_M = 16
const ACROSS_M = 0.4
/** A line of the grid moves no farther across from row to row, and changes that by no more. */
const MOST_MOVED_M = 4.8
const MOST_CHANGED_M = 6.4
const bounds = { lowM: () => -4, highM: () => 4 }

/** Σ(|κ|/grip)² of offsets by row. */
function bendOf(track: Track, grip: GripMap, offsets: readonly number[]): number {
  const n = offsets.length
  const rowM = track.lengthM / n
  return offsets.reduce((sum, offset, r) => {
    const i = sampleAtStation(track, r * rowM)
    const bend = track.curvaturePerM[i]! + (offsets[(r + 1) % n]! - 2 * offset + offsets[(r - 1 + n) % n]!) / rowM ** 2
    return sum + (bend / grip(i, offset)) ** 2
  }, 0)
}

function rowsOf(track: Track, offsetM: (stationM: number) => number): number[] {
  const pieces = Math.round(track.lengthM / ROW_M)
  return Array.from({ length: pieces }, (_, r) => offsetM((r * track.lengthM) / pieces))
}

describe('the line of least bend on a grid', () => {
  const track = sampleTrack(checkCircuit('nine-corner'), 2)
  /** slippery over a metre and a half, to the left here and to the right there */
  const striped: GripMap = (i, offsetM) => (Math.abs(offsetM - (i % 200 < 100 ? 1 : -1)) < 0.75 ? 0.6 : 1)
  const best = rowsOf(track, offsetsOnGrid(track, striped, bounds, 2))

  it('lies on the grid and within its bounds', () => {
    for (const offset of best) {
      expect(Math.abs(offset)).toBeLessThanOrEqual(4)
      expect(offset / ACROSS_M).toBeCloseTo(Math.round(offset / ACROSS_M), 6)
    }
  })

  it('has no more of it than any line that leaves it for a while', () => {
    const least = bendOf(track, striped, best)
    fc.assert(
      fc.property(fc.nat(best.length - 1), fc.array(fc.integer({ min: -2, max: 2 }), { minLength: 1, maxLength: 6 }), (from, moved) => {
        const other = best.slice()
        moved.forEach((steps, k) => {
          const r = (from + k) % other.length
          other[r] = Math.max(-4, Math.min(4, other[r]! + steps * ACROSS_M))
        })
        const moves = other.map((offset, r) => other[(r + 1) % other.length]! - offset)
        const changes = moves.map((move, r) => move - moves[(r - 1 + moves.length) % moves.length]!)
        const within = (values: readonly number[], mostM: number) => values.every((v) => Math.abs(v) <= mostM + 1e-9)
        fc.pre(within(moves, MOST_MOVED_M) && within(changes, MOST_CHANGED_M))
        expect(bendOf(track, striped, other)).toBeGreaterThanOrEqual(least * (1 - 1e-9))
      }),
    )
  })

  it('keeps off the slippery stripe where it turns', () => {
    const onStripe = (offsets: readonly number[]) =>
      offsets.filter((offset, r) => {
        const i = sampleAtStation(track, (r * track.lengthM) / offsets.length)
        return Math.abs(track.curvaturePerM[i]!) > 0.01 && striped(i, offset) < 1
      }).length
    const grippy = rowsOf(
      track,
      offsetsOnGrid(track, () => 1, bounds, 2),
    )
    expect(onStripe(best)).toBeLessThan(onStripe(grippy) / 2)
  })

  it('is mirrored where the road is', () => {
    const mirrored = { ...track, curvaturePerM: track.curvaturePerM.map((k) => -k) }
    const other = rowsOf(
      mirrored,
      offsetsOnGrid(mirrored, (i, offsetM) => striped(i, -offsetM), bounds, 2),
    )
    const flipped = other.map((offset) => -offset)
    expect(bendOf(track, striped, flipped)).toBeCloseTo(bendOf(track, striped, best), 9)
  })

  it('follows an open road from one end to the other', () => {
    const open = { ...track, closed: false }
    const offsetM = offsetsOnGrid(open, () => 1, bounds, 2)
    for (const s of [0, track.lengthM / 2, track.lengthM]) expect(Number.isFinite(offsetM(s))).toBe(true)
  })
})
