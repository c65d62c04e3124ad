import type { Setup, Vehicle } from '@ochote/contracts'
import { describe, expect, it } from 'vitest'
import { accepted, checkCircuit, checkSetup, checkVehicle, circuitDocument, position, stadiumPoints } from '../../fixtures/circuits'
import { smoothSetup } from '../../fixtures/smoothSetup'
import { kart, motorcycle } from '../../fixtures/vehicles'
import { circuitFromDocument } from '../files/readCircuit'
import type { Circuit } from '../geometry/circuit'
import { cornersOf, isWithin } from '../geometry/corners'
import { sampleTrack } from '../geometry/track'
import { speedAlong } from '../speed/speedAlong'
import { chooseLine } from './chooseLine'
import { gripMapOf } from './gripMap'
import { lineBounds } from './lineBounds'
import { pathOf } from './path'
import { roadAlong } from './roadAlong'

const nine = checkCircuit('nine-corner')
const hatch = checkVehicle('hatch')
const blend = checkSetup('blend-080')
const wet: Setup['conditions'] = { grip: 0.75, rubberedGrip: 0.75, airDensity: 1.2, windMps: 0, windFromDeg: 0 }

function solved(circuit: Circuit, vehicle: Vehicle, setup: Setup, lineSchool: Setup['lineSchool'], stepM = 0.5) {
  const track = sampleTrack(circuit, stepM)
  const { line, usual } = accepted(chooseLine(track, cornersOf(track), vehicle, { ...setup, lineSchool }))
  const trace = speedAlong(roadAlong(track, gripMapOf(track, setup.conditions, usual), line), vehicle, setup)
  return { track, line, usual, trace, path: pathOf(track, line) }
}
const stadium = (points: readonly [number, number][]) =>
  accepted(circuitFromDocument(circuitDocument({ points, properties: { widthLeft: 6, widthRight: 6 } })))

describe.each([
  { name: 'a kart under the blend school', vehicle: kart, setup: blend },
  { name: 'a motorcycle at the limit', vehicle: motorcycle, setup: checkSetup('trail-100') },
  { name: 'a hatchback under the separate school', vehicle: hatch, setup: checkSetup('separate-070') },
  { name: 'a hatchback in the wet', vehicle: hatch, setup: { ...blend, conditions: wet } },
])('the fastest line of $name', ({ vehicle, setup }) => {
  const fastest = solved(nine, vehicle, setup, 'fastest')

  it('is quicker than the line of least curvature', () => {
    expect(fastest.trace.lapTimeS).toBeLessThan(0.995 * solved(nine, vehicle, smoothSetup(nine, vehicle, setup), 'given').trace.lapTimeS)
  })

  it('keeps within its bounds to 2 cm at every half metre', () => {
    const { track, line } = fastest
    const margins = { vehicleWidthM: vehicle.widthM, insideMarginM: setup.insideMarginM, outsideMarginM: setup.outsideMarginM }
    const { highM, lowM } = accepted(lineBounds(track, cornersOf(track), margins))
    const beyond = track.stationM.map((s, i) => Math.max(line.offsetM[i]! - highM(s), lowM(s) - line.offsetM[i]!))
    expect(Math.max(...beyond)).toBeLessThan(0.02)
  })

  it('has no kinks: its curvature never jumps', () => {
    const { curvaturePerM } = fastest.path
    const bends = curvaturePerM.map((k, i) => Math.abs(k - curvaturePerM[(i + 1) % curvaturePerM.length]!))
    expect(Math.max(...bends)).toBeLessThan(0.012) // 1/m over half a metre
  })
})

describe('the fastest line', () => {
  it('is the same for the same input, and at every step it is driven at', () => {
    const [a, b] = [solved(nine, hatch, blend, 'fastest', 2), solved(nine, hatch, blend, 'fastest', 2)]
    expect(a.line.offsetM).toEqual(b.line.offsetM)
    const fine = solved(nine, hatch, blend, 'fastest', 0.5)
    expect(Math.abs(a.trace.lapTimeS / fine.trace.lapTimeS - 1)).toBeLessThan(0.0015)
  })

  it('takes the same time on a circuit mirrored or turned', () => {
    const points = stadiumPoints(220, 48)
    const lap = (shape: readonly [number, number][]) => solved(stadium(shape), hatch, blend, 'fastest', 1).trace.lapTimeS
    const [c, s] = [Math.cos(0.7), Math.sin(0.7)]
    const own = lap(points)
    expect(Math.abs(lap(points.map(([x, y]) => [x, -y])) / own - 1)).toBeLessThan(5e-4)
    expect(Math.abs(lap(points.map(([x, y]) => [c * x - s * y, s * x + c * y])) / own - 1)).toBeLessThan(5e-4)
  })

  it('leaves the rubbered band in the wet where that is quicker', () => {
    const properties = { widthLeft: 8, widthRight: 8, rubberedBand: 2 }
    const drawn = (features: object[]) =>
      accepted(circuitFromDocument(circuitDocument({ points: stadiumPoints(220, 48), properties, features })))
    const slippery = { ...blend, conditions: { ...wet, grip: 0.9, rubberedGrip: 0.6 } }
    const even = { ...blend, conditions: { ...wet, grip: 0.8, rubberedGrip: 1 } }
    const usual = solved(drawn([]), hatch, even, 'fastest', 1)
    // the rubber lies where everyone drives in the dry
    const every10m = [...usual.track.stationM.keys()].filter((i) => i % 10 === 0)
    const coordinates = every10m.map((i) => position(usual.path.x[i]!, usual.path.y[i]!))
    const dryLine = { type: 'Feature', properties: { role: 'dry-line' }, geometry: { type: 'LineString', coordinates } }
    const rubbered = drawn([dryLine])
    const onBand = ({ line }: ReturnType<typeof solved>) => {
      const inCorner = cornersOf(usual.track).flatMap((c) => [...usual.track.stationM.keys()].filter((i) => isWithin(usual.track, c, i)))
      return inCorner.filter((i) => Math.abs(line.offsetM[i]! - usual.line.offsetM[i]!) < 2).length / inCorner.length
    }
    const off = solved(rubbered, hatch, slippery, 'fastest', 1)
    expect(onBand(usual)).toBe(1)
    expect(onBand(off)).toBeLessThan(0.7)
    // and it is the quicker for it: the line for even grip takes longer on the slippery band
    const road = roadAlong(off.track, gripMapOf(off.track, slippery.conditions, off.usual), usual.line)
    expect(off.trace.lapTimeS).toBeLessThan(0.98 * speedAlong(road, hatch, slippery).lapTimeS)
  })

  it('says how far it is, ends by a throw, and is then forgotten', () => {
    const track = sampleTrack(nine, 2)
    const shares: number[] = []
    const stop = () =>
      chooseLine(
        track,
        cornersOf(track),
        hatch,
        { ...blend, lineSchool: 'fastest' },
        {
          onProgress: (share) => {
            shares.push(share)
            if (shares.length === 5) throw new Error('stopped')
          },
        },
      )
    expect(stop).toThrow('stopped')
    expect(shares).toEqual([...shares].sort((a, b) => a - b))
    expect(shares[4]).toBeGreaterThan(0)
  })
})
