import { fireEvent, screen } from '@testing-library/react'
import { beforeAll, describe, expect, it, vi } from 'vitest'
import { circuitFromDocument, sampleTrack } from '@ochote/core'
import { stubSizes } from '../../fixtures/stubLayout'
import { renderPage } from '../../fixtures/render'
import { Sheet } from './Sheet'
import { sheetCurve, sheetDocument, type Spot } from './sheetCircuit'

beforeAll(() => stubSizes(400, 400))

const round: Spot[] = Array.from({ length: 12 }, (_, k) => ({
  x: 100 * Math.cos((2 * Math.PI * k) / 12),
  y: 100 * Math.sin((2 * Math.PI * k) / 12),
}))

describe('a circuit drawn on a sheet', () => {
  it('has the size that was drawn, at the place it was put, with its widths', () => {
    const read = circuitFromDocument(sheetDocument('Round', round, true, { lat: 52, lon: -40, left: 4, right: 6 }))
    if (!read.ok) throw new Error(JSON.stringify(read.problem))
    const track = sampleTrack(read.value)
    expect(track.lengthM / (2 * Math.PI * 100)).toBeCloseTo(1, 2)
    expect([track.halfLeftM[0], track.halfRightM[0]]).toEqual([4, 6])
    expect([read.value.frame.latDeg, read.value.frame.lonDeg].map(Math.round)).toEqual([52, -40])
  })

  it('is shown as the curve it will be driven along, through its points', () => {
    const curve = sheetCurve(round, true, 2)!
    for (const { x, y } of curve) expect(Math.hypot(x, y)).toBeCloseTo(100, -0.3)
    for (const spot of round) expect(Math.min(...curve.map((c) => Math.hypot(c.x - spot.x, c.y - spot.y)))).toBeLessThan(1.5)
  })

  it('is none from too few points, or from points on one another', () => {
    expect(sheetCurve(round.slice(0, 3), true, 2)).toBeNull()
    expect(sheetCurve([round[0]!, round[0]!, round[1]!, round[2]!], true, 2)).toBeNull()
  })

  it('grows by a point a click, and a point that is held is moved, not added to', () => {
    const onChange = vi.fn()
    renderPage(<Sheet spots={round.slice(0, 2)} closed acrossM={800} trackM={10} onChange={onChange} />)
    const sheet = screen.getByRole('group', { name: /^Sheet of 800 m/ })
    fireEvent.pointerDown(sheet, { button: 0 })
    expect(onChange.mock.calls[0]![0]).toHaveLength(3)
    onChange.mockClear()
    const point = sheet.querySelectorAll('circle')[1]!
    point.setPointerCapture = () => undefined
    fireEvent.pointerDown(point, { button: 0, pointerId: 1 })
    fireEvent.pointerMove(point, { pointerId: 1, clientX: 40, clientY: 40 })
    fireEvent.pointerUp(point, { pointerId: 1 })
    expect(onChange).toHaveBeenCalledOnce()
    expect(onChange.mock.calls[0]![0]).toHaveLength(2)
  })
})
