import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { badgePlaces, type Anchor } from './badgePlaces'

const [width, height] = [56, 24]
const up = (x: number, y: number): Anchor => ({ x, y, inX: 0, inY: -1 })

describe('corner badges', () => {
  it('stand inside their corner, as near as they may', () => {
    expect(badgePlaces([up(100, 100)], width, height, [])).toEqual([{ x: 100, y: 66 }])
  })

  it('keep off marks where there is a choice', () => {
    const [place] = badgePlaces([up(100, 100)], width, height, [{ x: 100, y: 66 }])
    expect(place).not.toEqual({ x: 100, y: 66 })
  })

  it('never cover one another along a winding track', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.integer({ min: 30, max: 70 }), fc.boolean()), { minLength: 2, maxLength: 14 }), (steps) => {
        let x = 0
        const anchors = steps.map(([dx, isUp]): Anchor => ({ x: (x += dx), y: 200 + (isUp ? 20 : -20), inX: 0, inY: isUp ? -1 : 1 }))
        const places = badgePlaces(anchors, width, height, [])
        for (const [i, a] of places.entries())
          for (const b of places.slice(i + 1)) expect(Math.abs(a.x - b.x) >= width || Math.abs(a.y - b.y) >= height).toBe(true)
      }),
    )
  })
})
