import { describe, expect, it } from 'vitest'
import { openStint } from '../fixtures/stadium'
import { cornerNear } from './cornerNear'

describe('the corner that a place belongs to', () => {
  const { solution } = openStint()
  const [first, second] = solution.corners
  const { lengthM } = solution.track

  it('is the one it is in, comes up to, or has just left', () => {
    for (const m of [first!.startM - 50, first!.startM, (first!.startM + first!.endM) / 2, first!.endM + 20])
      expect(cornerNear(solution, m)).toBe(first!.number)
    expect(cornerNear(solution, second!.startM)).toBe(second!.number)
  })

  it('is none between corners, and goes on across the start line', () => {
    const apart = { track: solution.track, corners: [{ ...first!, startM: 20, endM: 60 }] }
    expect(cornerNear(apart, lengthM - 30)).toBe(first!.number)
    expect(cornerNear(apart, lengthM - 45)).toBeNull()
    expect(cornerNear(apart, 95)).toBeNull()
  })
})
