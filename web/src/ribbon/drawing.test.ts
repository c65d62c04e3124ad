import { describe, expect, it } from 'vitest'
import { fitToView } from '../trackMap/fitToView'
import { solved } from '../fixtures/stadium'
import { allSamples, lanes, pathThrough, ribbonHeight, ribbonScales, runsOf, shownSamples } from './ribbonScales'
import { speedSpan, speedStrokes, STROKE_PX } from './speedStrokes'

const solution = solved()
const { track, trace } = solution

describe('the ribbon’s scales', () => {
  it('lay the whole lap from margin to margin, left edge above right', () => {
    const { x, y } = ribbonScales(track, 1200)
    expect([x(0), x(track.lengthM)]).toEqual([lanes.left, 1200 - lanes.right])
    expect(y(5)).toBeLessThan(y(-5))
    expect(y(5)).toBeGreaterThan(lanes.top) // the verge is drawn too
  })

  it('still run to the right in a window too narrow for them', () => {
    const { x } = ribbonScales(track, 20)
    expect(x(track.lengthM)).toBeGreaterThan(x(0))
  })

  it('leave the lane of brake, power and speed out of a compact ribbon', () => {
    expect(ribbonHeight(false) - ribbonHeight(true)).toBe(lanes.feet)
  })
})

describe('paths', () => {
  it('close a closed lap at its first sample, and leave an open course open', () => {
    const of = (closed: boolean) =>
      pathThrough(
        3,
        allSamples(3, closed),
        (i) => i * 10,
        (i) => i,
      )
    expect(of(false)).toBe('M0.0,0.0L10.0,1.0L20.0,2.0')
    expect(of(true)).toBe('M0.0,0.0L10.0,1.0L20.0,2.0L30.0,0.0')
  })

  it('are drawn only where the ribbon’s window shows them', () => {
    const { x } = ribbonScales(track, 1200)
    expect(shownSamples({ x }, track)).toEqual({ from: 0, to: track.count })
    const near = x.copy().domain([100, 140])
    const { from, to } = shownSamples({ x: near }, track)
    expect(from * track.stepM).toBeLessThan(100)
    expect(to * track.stepM).toBeGreaterThan(140)
    expect((to - from) * track.stepM).toBeLessThan(42 + 6 * track.stepM)
  })

  it('find runs of samples, also one that lasts to the end of the lap', () => {
    const { stepM, lengthM, count } = track
    expect(runsOf(solution, (i) => (i >= 3 && i < 6) || i >= count - 2)).toEqual([
      { fromM: 3 * stepM, toM: 6 * stepM },
      { fromM: track.stationM[count - 2], toM: expect.closeTo(lengthM, 6) as number },
    ])
    expect(runsOf(solution, () => false)).toEqual([])
  })

  it('draw every piece of the line once, widest where it is slowest', () => {
    const strokes = speedStrokes(trace.speedMps, allSamples(track.count, true), (i) => [i, 0])
    expect(strokes.reduce((sum, p) => sum + p.d.split('L').length - 1, 0)).toBe(track.count)
    const [slowest, , fastest] = speedSpan(trace.speedMps)
    expect(slowest).toBe(Math.min(...trace.speedMps))
    expect(fastest).toBeGreaterThan(Math.max(...trace.speedMps))
    expect(strokes[0]!.widthPx).toBe(STROKE_PX.slowest)
    expect(strokes.map((p) => p.widthPx)).toEqual([...strokes.map((p) => p.widthPx)].sort((a, b) => b - a))
  })

  it('draw one width where the speed never changes', () => {
    expect(speedStrokes(new Float64Array(8).fill(20), allSamples(8, true), (i) => [i, 0])).toHaveLength(1)
  })
})

describe('the plan view’s fit', () => {
  it('shows the whole circuit, north up, and goes back from pixels to metres', () => {
    const fit = fitToView(track, 800, 500)
    for (let i = 0; i < track.count; i++) {
      expect(fit.x(track.x[i]!)).toBeGreaterThan(30)
      expect(fit.x(track.x[i]!)).toBeLessThan(770)
      expect(fit.y(track.y[i]!)).toBeGreaterThan(30)
      expect(fit.y(track.y[i]!)).toBeLessThan(470)
    }
    expect(fit.y(10)).toBeLessThan(fit.y(0))
    expect(fit.toEast(fit.x(12.5))).toBeCloseTo(12.5)
    expect(fit.toNorth(fit.y(-7))).toBeCloseTo(-7)
  })

  it('has a scale above zero in a window not yet measured', () => {
    expect(fitToView(track, 0, 0).pxPerM).toBeGreaterThan(0)
  })
})
