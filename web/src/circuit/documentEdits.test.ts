import type { CircuitDocument } from '@ochote/contracts'
import { circuitFromDocument, cornersOf, sampleTrack } from '@ochote/core'
import { describe, expect, it } from 'vitest'
import { stadiumDocument } from '../fixtures/stadium'
import { joined, renumbered, split, withCorners } from './cornerEdits'
import {
  added,
  centrelineIndex,
  featuresIn,
  placeMoved,
  placesOf,
  positionAdded,
  positionsRemoved,
  removed,
  setAlong,
  setHeightAlong,
  startMoved,
  valuesOf,
  withProperties,
} from './documentEdits'

const document = stadiumDocument()
const trackOf = (doc: CircuitDocument) => {
  const read = circuitFromDocument(doc)
  if (!read.ok) throw new Error(JSON.stringify(read.problem))
  return sampleTrack(read.value)
}
const centreline = (doc: CircuitDocument) => featuresIn(doc)[centrelineIndex(doc)]!
const count = placesOf(centreline(document)).length

describe('a circuit’s document as it is edited', () => {
  it('stays as it was where nothing is changed, the old one whenever something is', () => {
    const before = JSON.stringify(document)
    setAlong(document, 'widthLeft', { from: 2, to: 4 }, 7)
    positionAdded(document, 3)
    expect(JSON.stringify(document)).toBe(before)
  })

  it('takes a width along a stretch, also over the start line, and one number again where all are the same', () => {
    const wide = setAlong(document, 'widthLeft', { from: count - 2, to: 1 }, 7)
    expect(valuesOf(centreline(wide), 'widthLeft').map((w) => w === 7)).toEqual(
      Array.from({ length: count }, (_, i) => i <= 1 || i >= count - 2),
    )
    expect(trackOf(wide).halfLeftM[0]).toBe(7)
    const again = setAlong(wide, 'widthLeft', { from: 0, to: count - 1 }, 6)
    expect(centreline(again).properties.widthLeft).toBe(6)
  })

  it('takes heights, which the track then has', () => {
    const risen = setHeightAlong(document, { from: 0, to: 3 }, 12)
    expect(Math.max(...trackOf(risen).z)).toBeGreaterThan(11)
    expect(placesOf(centreline(risen))[6]![2]).toBe(0)
  })

  it('keeps values in step with positions that come and go', () => {
    const wide = setAlong(document, 'widthRight', { from: 4, to: 4 }, 9)
    const more = positionAdded(wide, 3)
    expect(placesOf(centreline(more))).toHaveLength(count + 1)
    expect(valuesOf(centreline(more), 'widthRight').slice(3, 7)).toEqual([5, 7, 9, 5])
    const fewer = positionsRemoved(more, { from: 4, to: 4 })
    expect(fewer).toEqual(wide)
    expect(trackOf(more).closed).toBe(true)
  })

  it('moves the start line without moving the track', () => {
    const moved = startMoved(document, 5)
    expect(placesOf(centreline(moved))[0]).toEqual(placesOf(centreline(document))[5])
    expect(trackOf(moved).lengthM).toBeCloseTo(trackOf(document).lengthM, 1)
    expect(startMoved(moved, count - 5)).toEqual(document)
  })

  it('moves a place and its repeat at the end of a closed line together, and leaves its height', () => {
    const risen = setHeightAlong(document, { from: 0, to: 0 }, 3)
    const moved = centreline(placeMoved(risen, 0, 0, [-30.5, -20.5])).geometry.coordinates as number[][]
    expect(moved[0]).toEqual([-30.5, -20.5, 3])
    expect(moved[moved.length - 1]).toEqual(moved[0])
  })

  it('takes features in and out again, with what it does not understand left alone', () => {
    const odd = {
      type: 'Feature' as const,
      id: 7,
      extra: { a: 1 },
      properties: { role: 'post', number: '3', mine: true },
      geometry: { type: 'Point', coordinates: [-30, -20] },
    }
    const more = added(document, odd)
    const named = withProperties(more, 1, { number: '4', note: undefined })
    expect(featuresIn(named)[1]).toEqual({ ...odd, properties: { role: 'post', number: '4', mine: true } })
    expect(removed(named, 1)).toEqual(document)
  })
})

describe('corners as they are edited', () => {
  const track = trackOf(document)
  const corners = cornersOf(track)
  const after = (next: ReturnType<typeof renumbered>) => cornersOf(trackOf(withCorners(document, track, next)))

  it('are written down as they were found', () => {
    const same = after([...corners])
    expect(same.map((c) => c.number)).toEqual(corners.map((c) => c.number))
    same.forEach((c, i) => {
      expect(c.startM).toBeCloseTo(corners[i]!.startM, 1)
      expect(c.endM).toBeCloseTo(corners[i]!.endM, 1)
    })
  })

  it('are named, split, joined and numbered again', () => {
    const named = after(corners.map((c, i) => (i === 0 ? { ...c, name: 'Weir' } : c)))
    expect(named[0]!.name).toBe('Weir')
    const halves = after(split(track, corners, 0))
    expect(halves.map((c) => c.number)).toEqual(['1A', '1B', '2'])
    expect(halves[0]!.endM).toBeCloseTo(halves[1]!.startM, 1)
    const whole = joined(split(track, corners, 0), 0)
    expect(whole.map((c) => [c.number, c.startM, c.endM])).toEqual([
      ['1A', corners[0]!.startM, corners[0]!.endM],
      ['2', corners[1]!.startM, corners[1]!.endM],
    ])
    expect(renumbered(whole).map((c) => c.number)).toEqual(['1', '2'])
  })
})
