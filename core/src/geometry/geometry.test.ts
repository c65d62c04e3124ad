import { describe, expect, it } from 'vitest'
import { accepted, checkCircuit, circlePoints, circuitDocument, position, stadiumPoints } from '../../fixtures/circuits'
import { circuitFromDocument } from '../files/readCircuit'
import { cornersOf } from './corners'
import { findCrossing } from './crossing'
import { cubicSpline, splineAt } from './cubicSpline'
import { localFrame, toLocal, toLonLat } from './localMetres'
import { nearestOnTrack } from './nearest'
import { insideRing, ringOf } from './polygon'
import { placeFeatures, runOffAt } from './placedFeatures'
import { placeAt, sampleTrack, signedApart, stationsApart, valueAt, wrapStation } from './track'

const trackOf = (document: unknown, stepM = 2) => sampleTrack(accepted(circuitFromDocument(document)), stepM)

describe('local metres', () => {
  it('has a degree of latitude as long as the meridian arc there', () => {
    // 110 574.3 m at the equator, 111 131.7 m at 45° (WGS-84 tables)
    expect(localFrame(0, 0).mPerLatDeg).toBeCloseTo(110_574.3, 0)
    expect(localFrame(0, 45).mPerLatDeg).toBeCloseTo(111_131.8, 0)
    expect(localFrame(0, 0).mPerLonDeg).toBeCloseTo(111_319.5, 0)
  })

  it('goes there and back', () => {
    const frame = localFrame(-21.7, -31.4)
    const { x, y } = toLocal(frame, -21.69, -31.41)
    expect(toLonLat(frame, x, y)).toEqual({ lon: expect.closeTo(-21.69, 12) as number, lat: expect.closeTo(-31.41, 12) as number })
  })
})

describe('a cubic spline', () => {
  it('runs through its values, and a natural one ends straight', () => {
    const spline = cubicSpline(Float64Array.of(0, 1, 3, 4), Float64Array.of(2, 0, 1, 5), false)
    expect(splineAt(spline, 3).value).toBeCloseTo(1, 12)
    expect(splineAt(spline, 0).second).toBe(0)
    expect(splineAt(spline, 4, 2).second).toBeCloseTo(0, 12)
  })

  it('closes smoothly when periodic', () => {
    const spline = cubicSpline(Float64Array.of(0, 1, 2.5, 4, 5), Float64Array.of(1, 3, -1, 0, 1), true)
    const [start, end] = [splineAt(spline, 0, 0), splineAt(spline, 5, 3)]
    expect(end.first).toBeCloseTo(start.first, 12)
    expect(end.second).toBeCloseTo(start.second, 12)
  })

  it('refuses knots that do not rise', () => {
    expect(() => cubicSpline(Float64Array.of(0, 1, 1), Float64Array.of(0, 0, 0), false)).toThrow(/rise/)
  })
})

describe('a sampled track', () => {
  it('is as long and as curved as the circle its positions lie on', () => {
    const track = trackOf(circuitDocument({ points: circlePoints(100, 48) }))
    expect(track.lengthM).toBeCloseTo(2 * Math.PI * 100, 1)
    for (const k of track.curvaturePerM) expect(k).toBeCloseTo(1 / 100, 4)
  })

  it('has N = round(length / step) samples and does not repeat the first', () => {
    const track = trackOf(circuitDocument({ points: circlePoints(100, 48) }))
    expect(track.count).toBe(Math.round(track.lengthM / 2))
    expect(track.stationM[track.count - 1]! + track.stepM).toBeCloseTo(track.lengthM, 9)
  })

  it('halves its step while a sample turns more than 6°', () => {
    const track = trackOf(circuitDocument({ points: circlePoints(8, 24), properties: { widthLeft: 3, widthRight: 3 } }))
    expect(track.stepM / 8).toBeLessThanOrEqual((6 * Math.PI) / 180)
    expect(track.stepM).toBeGreaterThan(0.4)
  })

  it('knows a slope and a crest from its heights', () => {
    const points = Array.from({ length: 41 }, (_, k): [number, number, number] => {
      const x = k * 10 - 200
      return [x, 0, 20 - (x * x) / (2 * 500)]
    })
    const track = trackOf(circuitDocument({ points, closed: false }))
    const top = Math.round(track.count / 2)
    expect(track.slopeRad[top]).toBeCloseTo(0, 2)
    expect(track.verticalCurvaturePerM[top]).toBeCloseTo(-1 / 500, 4)
    expect(track.slopeRad[20]).toBeGreaterThan(0)
  })

  it('joins values given one per position by station', () => {
    const count = 40
    const widths = Array.from({ length: count + 1 }, (_, k) => (k === 10 ? 7 : 4))
    const track = trackOf(circuitDocument({ points: circlePoints(100, count), properties: { widthLeft: widths } }))
    const station = track.centreline.stationsM[10]!
    const nextStation = track.centreline.stationsM[11]!
    expect(valueAt(track, track.halfLeftM, (station + nextStation) / 2)).toBeCloseTo(5.5, 1)
    expect(Math.max(...track.halfLeftM)).toBeGreaterThan(6.6)
    expect(track.halfLeftM[0]).toBeCloseTo(4, 6)
  })

  it('places an offset on the left of the driving direction', () => {
    const track = trackOf(circuitDocument({ points: circlePoints(100, 48) }))
    const { x, y } = placeAt(track, 55, 10) // anticlockwise: left is inwards
    expect(Math.hypot(x, y)).toBeCloseTo(90, 1)
  })

  it('finds the station and offset of a place again', () => {
    const track = trackOf(circuitDocument({ points: stadiumPoints(200, 60) }))
    for (const [s, n] of [
      [10, 3],
      [180, -4],
      [300.5, 2.2],
      [track.lengthM - 1, 0.5],
    ] as const) {
      const { x, y } = placeAt(track, s, n)
      const found = nearestOnTrack(track, x, y)
      expect(signedApart(track, s, found.stationM)).toBeCloseTo(0, 1)
      expect(found.offsetM).toBeCloseTo(n, 1)
    }
  })

  it('goes round: stations beyond the line come back, and distances run with the lap', () => {
    const track = { closed: true, lengthM: 1000 }
    expect(wrapStation(track, -30)).toBe(970)
    expect(stationsApart(track, 950, 20)).toBe(70)
    expect(signedApart(track, 20, 950)).toBe(-70)
  })
})

describe('corners', () => {
  it('are found on a stadium: two to the left', () => {
    const corners = cornersOf(trackOf(circuitDocument({ points: stadiumPoints(300, 60) })))
    expect(corners.map((c) => [c.number, c.direction])).toEqual([
      ['1', 'left'],
      ['2', 'left'],
    ])
    expect(corners[0]!.endM - corners[0]!.startM).toBeCloseTo(Math.PI * 60, -2)
  })

  it('are nine on the nine-corner circuit', () => {
    const corners = cornersOf(sampleTrack(checkCircuit('nine-corner')))
    expect(corners.map((c) => c.number)).toEqual(['1', '2', '3', '4', '5', '6', '7', '8', '9'])
    expect(corners.filter((c) => c.direction === 'right')).toHaveLength(3)
  })

  it('take the file’s own numbers, names and stations', () => {
    const features = [
      {
        type: 'Feature',
        properties: { role: 'corner', number: '7B', name: 'Mole' },
        geometry: { type: 'Point', coordinates: position(210, 0) },
      },
      {
        type: 'Feature',
        properties: { role: 'corner', number: '3', start: 640, end: 700 },
        geometry: { type: 'Point', coordinates: position(-210, 0) },
      },
    ]
    const corners = cornersOf(trackOf(circuitDocument({ points: stadiumPoints(300, 60), features })))
    expect(corners[0]).toMatchObject({ number: '7B', name: 'Mole', direction: 'left' })
    expect(corners[1]).toMatchObject({ number: '3', startM: 640, endM: 700 })
  })

  it('share a stretch that two names lie on', () => {
    const features = ['1A', '1B'].map((number, k) => ({
      type: 'Feature',
      properties: { role: 'corner', number },
      geometry: { type: 'Point', coordinates: position(150 + 60 * Math.cos(k - 0.5), 60 * Math.sin(k - 0.5)) },
    }))
    const corners = cornersOf(trackOf(circuitDocument({ points: stadiumPoints(300, 60), features })))
    expect(corners).toHaveLength(2)
    expect(corners[0]!.endM).toBeCloseTo(corners[1]!.startM, 6)
  })
})

describe('crossings', () => {
  it('are found in a figure of eight, and not in a circle', () => {
    const eight = Array.from(
      { length: 40 },
      (_, k) => [Math.sin((2 * Math.PI * k) / 40) * 100, Math.sin((4 * Math.PI * k) / 40) * 50] as const,
    )
    const columns = (points: readonly (readonly [number, number])[]) =>
      [Float64Array.from(points, (p) => p[0]), Float64Array.from(points, (p) => p[1])] as const
    const crossing = findCrossing(...columns(eight), true)
    expect(Math.hypot(crossing?.x ?? 99, crossing?.y ?? 99)).toBeLessThan(1)
    expect(findCrossing(...columns(circlePoints(50, 30)), true)).toBeNull()
  })
})

describe('patches and run-off', () => {
  it('know inside from outside, in a ring with a bay', () => {
    const ring = ringOf([
      { x: 0, y: 0 },
      { x: 10, y: 0 },
      { x: 10, y: 10 },
      { x: 5, y: 4 },
      { x: 0, y: 10 },
    ])
    expect(insideRing(ring, 2, 5)).toBe(true)
    expect(insideRing(ring, 5, 8)).toBe(false)
    expect(insideRing(ring, 11, 1)).toBe(false)
  })

  it('look up the run-off on one side of a station', () => {
    const features = [
      {
        type: 'Feature',
        properties: { role: 'runoff', side: 'right', depth: 25, surface: 'grass' },
        geometry: { type: 'LineString', coordinates: [position(-100, -66), position(0, -66), position(100, -66)] },
      },
    ]
    const track = trackOf(circuitDocument({ points: stadiumPoints(300, 60), features }))
    const { runOffs } = placeFeatures(track)
    expect(runOffAt(track, runOffs, 'right', 150)?.depthM).toBe(25)
    expect(runOffAt(track, runOffs, 'left', 150)).toBeNull()
    expect(runOffAt(track, runOffs, 'right', 280)).toBeNull()
  })
})
