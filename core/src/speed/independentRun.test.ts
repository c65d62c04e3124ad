import { describe, expect, it } from 'vitest'
import { smoothSetup } from '../../fixtures/smoothSetup'
import { accepted, checkCases, checkCircuit, checkSetup, checkVehicle } from '../../fixtures/circuits'
import { cornersOf } from '../geometry/corners'
import { sampleTrack, valueAt } from '../geometry/track'
import { chooseLine } from '../line/chooseLine'
import { gripMapOf, usualLineOf } from '../line/gripMap'
import { roadAlong } from '../line/roadAlong'
import { speedAlong } from './speedAlong'

function driven(name: (typeof checkCases)[number], stepM: number, lineSchool: 'given' | 'fastest' | 'smooth' = 'given') {
  const track = sampleTrack(checkCircuit(name.circuit), stepM)
  const vehicle = checkVehicle(name.vehicle)
  const own = checkSetup(name.setup)
  const setup =
    lineSchool === 'smooth' ? smoothSetup(track.circuit, vehicle, own) : { ...own, lineSchool, givenLine: [[0, 0]] as [number, number][] }
  const { line } = accepted(chooseLine(track, cornersOf(track), vehicle, setup))
  return {
    track,
    trace: speedAlong(
      roadAlong(track, gripMapOf(track, setup.conditions, usualLineOf(track.circuit, setup.conditions)), line),
      vehicle,
      setup,
    ),
  }
}

describe.each(checkCases)('$circuit, $vehicle, $setup against an independent run', (one) => {
  it('has the same length to a millimetre', () => {
    expect(driven(one, 2).track.lengthM).toBeCloseTo(one.centrelineLengthM, 2)
  })

  it('has the same speed along the centreline at every station within 0.3 %, at a 1 m step', () => {
    const { track, trace } = driven(one, 1)
    const misses = one.alongCentreline.stationM.map((s, i) =>
      Math.abs(valueAt(track, trace.speedMps, s) / one.alongCentreline.speedMps[i]! - 1),
    )
    expect(Math.max(...misses)).toBeLessThan(0.003)
    expect(Math.abs(trace.lapTimeS / one.alongCentreline.lapTimeS - 1)).toBeLessThan(0.001)
  })

  it('changes its lap by under 0.1 % from 2 m to 1 m, and under 0.03 % from 1 m to 0.5 m', () => {
    const at = (stepM: number) => driven(one, stepM).trace.lapTimeS
    expect(Math.abs(at(2) / at(1) - 1)).toBeLessThan(0.001)
    expect(Math.abs(at(1) / at(0.5) - 1)).toBeLessThan(0.0003)
  })
})

describe.each(checkCases.filter((c) => c.minimumCurvatureLapS !== undefined))('lines on $circuit, $vehicle, $setup', (one) => {
  it('of least curvature are within 0.3 % of an independent one', () => {
    expect(Math.abs(driven(one, 0.5, 'smooth').trace.lapTimeS / one.minimumCurvatureLapS! - 1)).toBeLessThan(0.003)
  })

  it('of least time are within 0.5 % of an independent optimum', () => {
    const { trace } = driven(one, 0.5, 'fastest')
    expect(trace.lapTimeS / one.fastestLapS! - 1).toBeLessThan(0.005)
    expect(trace.lapTimeS).toBeLessThan(one.minimumCurvatureLapS!)
  })
})
