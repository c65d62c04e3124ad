import { describe, expect, it } from 'vitest'
import {
  accepted,
  checkCircuit,
  checkSetup,
  checkVehicle,
  circlePoints,
  circuitDocument,
  position,
  stadiumPoints,
} from '../../fixtures/circuits'
import { circuitFromDocument } from '../files/readCircuit'
import { cornersOf } from '../geometry/corners'
import { sampleTrack, type Track } from '../geometry/track'
import { addTo, bandedMatrix, bandedSolver, ringOrder } from './bandedSolve'
import { chooseLine } from './chooseLine'
import { givenLine } from './givenLine'
import { gripMapOf, usualLineOf } from './gripMap'
import { lineBounds } from './lineBounds'
import { curvatureEnergy, minimumCurvatureLine } from './minimumCurvature'
import { lineOf, offsetBasis } from './offsetBasis'
import { pathOf, type OffsetLine } from './path'

const trackOf = (document: unknown, stepM = 1) => sampleTrack(accepted(circuitFromDocument(document)), stepM)
const level = (track: Track, offsetM: number): OffsetLine => ({
  offsetM: new Float64Array(track.count).fill(offsetM),
  slope: new Float64Array(track.count),
  bendPerM: new Float64Array(track.count),
})
const margins = { vehicleWidthM: 1.8, insideMarginM: 0.5, outsideMarginM: 0.5 }
const nine = sampleTrack(checkCircuit('nine-corner'), 1)

describe('a line’s own points', () => {
  it('on a circle lie on the circle inside it: curvature 1/(r − n), length 2π(r − n)', () => {
    const track = trackOf(circuitDocument({ points: circlePoints(100, 72) }))
    const path = pathOf(track, level(track, 4))
    for (const k of path.curvaturePerM) expect(k).toBeCloseTo(1 / 96, 4)
    expect(path.stepM.reduce((a, b) => a + b, 0)).toBeCloseTo(2 * Math.PI * 96, 1)
  })

  it('have the curvature that three neighbouring points have', () => {
    const basis = offsetBasis(nine, 8)
    const coefficients = Float64Array.from({ length: basis.size }, (_, k) => 2.5 * Math.sin(k * 0.7))
    const path = pathOf(nine, lineOf(basis, coefficients))
    for (let i = 200; i < 1800; i += 37) {
      const [ax, ay, bx, by, cx, cy] = [path.x[i - 1]!, path.y[i - 1]!, path.x[i]!, path.y[i]!, path.x[i + 1]!, path.y[i + 1]!]
      const cross = (bx - ax) * (cy - by) - (by - ay) * (cx - bx)
      const menger = (2 * cross) / (Math.hypot(bx - ax, by - ay) * Math.hypot(cx - bx, cy - by) * Math.hypot(cx - ax, cy - ay))
      expect(Math.abs(path.curvaturePerM[i]! - menger)).toBeLessThan(4e-4) // 1/m; three points see the mean over 2 m
    }
  })
})

describe('a given line', () => {
  it('is level for one pair', () => {
    expect(accepted(givenLine(nine, [[0, 1.25]])).offsetM.every((n) => n === 1.25)).toBe(true)
  })

  it('runs through its pairs, closing smoothly', () => {
    const pairs: [number, number][] = [
      [0, 1],
      [600, -2],
      [1200, 0.5],
      [1700, 2],
    ]
    const line = accepted(givenLine(nine, pairs))
    for (const [s, n] of pairs) expect(line.offsetM[Math.round(s / nine.stepM)]).toBeCloseTo(n, 2)
    expect(line.slope[0]).toBeCloseTo(line.slope[nine.count - 1]!, 3)
  })

  it('names the station that goes backwards', () => {
    expect(
      givenLine(nine, [
        [0, 0],
        [300, 1],
        [200, 0],
      ]),
    ).toMatchObject({ ok: false, problem: [{ field: 'givenLine[2][0]', found: '200' }] })
  })
})

describe('bounds', () => {
  it('keep half the vehicle and a margin inside each edge, the inside margin only on the side the corner turns to', () => {
    const track = trackOf(circuitDocument({ points: stadiumPoints(300, 60) }))
    const bounds = accepted(lineBounds(track, cornersOf(track), { vehicleWidthM: 2, insideMarginM: 1.5, outsideMarginM: 0.5 }))
    const inCorner = cornersOf(track)[0]!.startM + 40
    expect(bounds.highM(inCorner)).toBeCloseTo(5 - 1 - 1.5, 6)
    expect(bounds.lowM(inCorner)).toBeCloseTo(-(5 - 1 - 0.5), 6)
    expect(bounds.highM(100)).toBeCloseTo(5 - 1 - 0.5, 6)
  })

  it('say where a circuit is too narrow', () => {
    const track = trackOf(circuitDocument({ points: circlePoints(80, 40), properties: { widthLeft: 1, widthRight: 1 } }))
    expect(lineBounds(track, [], { vehicleWidthM: 1.9, insideMarginM: 0.5, outsideMarginM: 0.5 })).toMatchObject({
      ok: false,
      problem: [{ field: "the circuit's width at station 0 m", found: '2.00 m' }],
    })
  })
})

describe('the line of least curvature', () => {
  const bounds = accepted(lineBounds(nine, cornersOf(nine), margins))
  const line = minimumCurvatureLine(nine, bounds, 8)

  it('has less ∫κ² than the centreline and than any line near it', () => {
    const energy = curvatureEnergy(nine, line)
    expect(energy).toBeLessThan(0.7 * curvatureEnergy(nine, level(nine, 0)))
    const basis = offsetBasis(nine, 8)
    for (const seed of [1, 2, 3]) {
      const nudge = lineOf(
        basis,
        Float64Array.from({ length: basis.size }, (_, k) => 0.05 * Math.sin(seed * 12.9898 * (k + 1))),
      )
      const inwards = 0.97 // towards the middle, so that the neighbour keeps within the bounds too
      const near = {
        offsetM: line.offsetM.map((n, i) => inwards * n + nudge.offsetM[i]!),
        slope: line.slope.map((n, i) => inwards * n + nudge.slope[i]!),
        bendPerM: line.bendPerM.map((n, i) => inwards * n + nudge.bendPerM[i]!),
      }
      expect(curvatureEnergy(nine, near)).toBeGreaterThan(energy)
    }
  })

  it('stays inside its bounds', () => {
    nine.stationM.forEach((s, i) => {
      expect(line.offsetM[i]).toBeLessThanOrEqual(bounds.highM(s) + 0.02)
      expect(line.offsetM[i]).toBeGreaterThanOrEqual(bounds.lowM(s) - 0.02)
    })
  })

  it('uses the road: outside, inside, outside through a corner', () => {
    const corner = cornersOf(nine)[0]!
    const at = (s: number) => line.offsetM[Math.round(s / nine.stepM)]!
    expect(at(corner.startM - 25)).toBeLessThan(-1.5)
    expect(at((corner.startM + corner.endM) / 2)).toBeGreaterThan(2.5)
    expect(at(corner.endM + 25)).toBeLessThan(-1.5)
  })

  it('mirrors with the circuit', () => {
    const mirrored = (points: readonly [number, number][]) => points.map(([x, y]): [number, number] => [x, -y])
    const points = stadiumPoints(200, 50)
    const lineFor = (shape: readonly [number, number][]) => {
      const track = trackOf(circuitDocument({ points: shape }))
      return minimumCurvatureLine(track, accepted(lineBounds(track, cornersOf(track), margins)), 8)
    }
    const [a, b] = [lineFor(points), lineFor(mirrored(points))]
    a.offsetM.forEach((n, i) => expect(b.offsetM[i]).toBeCloseTo(-n, 3))
  })

  it('is refused, with the place, where the vehicle does not fit', () => {
    const wide = { ...checkVehicle('hatch'), widthM: 3.9 }
    const chosen = chooseLine(nine, cornersOf(nine), wide, { ...checkSetup('blend-080'), insideMarginM: 3, outsideMarginM: 3 })
    expect(chosen.ok).toBe(false)
  })
})

describe('grip', () => {
  const patch = {
    type: 'Feature',
    properties: { role: 'surface', grip: 0.5 },
    geometry: {
      type: 'Polygon',
      coordinates: [[position(-30, -62), position(30, -62), position(30, -60), position(-30, -60), position(-30, -62)]],
    },
  }
  const track = trackOf(
    circuitDocument({ points: stadiumPoints(300, 60), features: [patch], properties: { grip: 0.9, rubberedBand: 1.5 } }),
  )

  it('multiplies circuit, patch and conditions where the vehicle’s middle is', () => {
    const grip = gripMapOf(track, { grip: 0.8, rubberedGrip: 1 }, null)
    const onStraight = Math.round(150 / track.stepM)
    expect(grip(onStraight, -1)).toBeCloseTo(0.9 * 0.8 * 0.5, 9)
    expect(grip(onStraight, 1)).toBeCloseTo(0.9 * 0.8, 9)
  })

  it('has the rubbered band slippery in the wet, with a metre’s ramp at its edge', () => {
    const conditions = { grip: 0.7, rubberedGrip: 0.8 }
    const grip = gripMapOf(track, conditions, usualLineOf(track.circuit, conditions))
    const i = Math.round(430 / track.stepM)
    const along = Array.from({ length: 101 }, (_, k) => grip(i, -5 + k * 0.1))
    const [least, most] = [Math.min(...along), Math.max(...along)]
    expect(least).toBeCloseTo(0.9 * 0.7 * 0.8, 6)
    expect(most).toBeCloseTo(0.9 * 0.7, 6)
    const steepest = Math.max(...along.slice(1).map((g, k) => Math.abs(g - along[k]!)))
    expect(steepest).toBeLessThanOrEqual((0.1 * (most - least)) / 1 + 1e-9)
  })
})

describe('the banded solver', () => {
  it('solves a ring in its narrow order as it does a full matrix', () => {
    const n = 12
    const place = ringOrder(n)
    expect([...place].sort((a, b) => a - b)).toEqual(Array.from({ length: n }, (_, i) => i))
    const matrix = bandedMatrix(n, 7)
    const full = Array.from({ length: n }, () => new Array<number>(n).fill(0))
    const put = (i: number, j: number, v: number) => {
      addTo(matrix, place[i]!, place[j]!, v)
      full[i]![j] = v
      full[j]![i] = v
    }
    for (let i = 0; i < n; i++) {
      put(i, i, 9 + i * 0.1)
      for (const d of [1, 2, 3]) put((i + d) % n, i, -1 / d)
    }
    const x = Float64Array.from({ length: n }, (_, i) => Math.cos(i))
    const rhs = new Float64Array(n)
    for (let i = 0; i < n; i++) rhs[place[i]!] = full[i]!.reduce((sum, a, j) => sum + a * x[j]!, 0)
    const solved = bandedSolver(matrix)(rhs)
    x.forEach((value, i) => expect(solved[place[i]!]).toBeCloseTo(value, 9))
  })

  it('refuses a matrix that is not positive definite', () => {
    const matrix = bandedMatrix(2, 1)
    addTo(matrix, 0, 0, 1)
    addTo(matrix, 1, 1, -1)
    expect(() => bandedSolver(matrix)).toThrow(/row 1/)
  })
})
