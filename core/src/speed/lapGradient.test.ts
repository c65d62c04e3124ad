import type { Setup, Vehicle } from '@ochote/contracts'
import { describe, expect, it } from 'vitest'
import { checkCircuit, checkSetup, checkVehicle } from '../../fixtures/circuits'
import { kart, motorcycle } from '../../fixtures/vehicles'
import { sampleTrack } from '../geometry/track'
import { forcesAlong } from '../vehicle/forces'
import { BY_CURVATURE, BY_GRIP, BY_Q, noSlopes, rateSlopesAlong, VALUE } from '../vehicle/rateSlopes'
import { lapGradientOf, type MovedLine } from './lapGradient'
import { speedAlong } from './speedAlong'

const track = sampleTrack(checkCircuit('nine-corner'), 2)
const windy = (setup: Setup): Setup => ({ ...setup, conditions: { ...setup.conditions, windMps: 6, windFromDeg: 200 } })
const cases: { name: string; vehicle: Vehicle; setup: Setup }[] = [
  { name: 'hatchback, blend', vehicle: checkVehicle('hatch'), setup: checkSetup('blend-080') },
  { name: 'hatchback, separate, wind', vehicle: checkVehicle('hatch'), setup: windy(checkSetup('separate-070')) },
  { name: 'coupé with downforce, trail', vehicle: checkVehicle('coupe'), setup: checkSetup('trail-100') },
  { name: 'kart, blend', vehicle: kart, setup: checkSetup('blend-080') },
  { name: 'motorcycle, trail', vehicle: motorcycle, setup: checkSetup('trail-100') },
]
const centreline = (): MovedLine => ({
  closed: true,
  stepM: new Float64Array(track.count).fill(track.stepM),
  curvaturePerM: track.curvaturePerM.slice(),
  grip: track.grip.map((g) => 0.97 * g), // tyres and brakes limit alike at 1, where no gradient is right
})
const roadOf = (line: MovedLine) => ({
  ...line,
  slopeRad: track.slopeRad,
  verticalCurvaturePerM: track.verticalCurvaturePerM,
  crossfallRad: track.crossfallRad,
  headingRad: track.headingRad,
})

describe.each(cases)('rates with their slopes: $name', ({ vehicle, setup }) => {
  it('without rounding are the forces themselves', () => {
    const rates = rateSlopesAlong(track, vehicle, setup, 0)
    const forces = forcesAlong(roadOf(centreline()), vehicle, setup)
    const out = noSlopes()
    for (let i = 3; i < track.count; i += 11) {
      const q = Math.min(forces.limitQ[i]!, 900) * 0.9
      const ask = (fill: typeof rates.slowing) => {
        fill(i, q, track.curvaturePerM[i]!, 0.97 * track.grip[i]!, out)
        return out[VALUE]
      }
      expect(ask(rates.limit)).toBeCloseTo(forces.limitQ[i]!, 6)
      expect(ask(rates.slowing)).toBeCloseTo(forces.slowingMps2(i, q), 6)
      expect(ask(rates.gaining)).toBeCloseTo(forces.gainingMps2(i, q), 6)
    }
  })

  it('change as their slopes say', () => {
    const rates = rateSlopesAlong(track, vehicle, setup, 0.02)
    const at = (fill: typeof rates.slowing, i: number, q: number, k: number, g: number) => {
      const out = noSlopes()
      fill(i, q, k, g, out)
      return out
    }
    for (const fill of [rates.limit, rates.slowing, rates.gaining]) {
      for (let i = 5; i < track.count; i += 37) {
        const [q, k, g] = [150 + (i % 4) * 130.7, track.curvaturePerM[i]! + 0.0031, 0.93]
        const own = at(fill, i, q, k, g)
        const by = (dq: number, dk: number, dg: number) =>
          (at(fill, i, q + dq, k + dk, g + dg)[VALUE]! - at(fill, i, q - dq, k - dk, g - dg)[VALUE]!) / 2
        const scale = Math.max(1, Math.abs(own[VALUE]!))
        expect(Math.abs(own[BY_Q]! - by(1e-4, 0, 0) / 1e-4)).toBeLessThan(1e-4 * scale)
        expect(Math.abs(own[BY_CURVATURE]! - by(0, 1e-7, 0) / 1e-7)).toBeLessThan(2e-2 * scale * 60)
        expect(Math.abs(own[BY_GRIP]! - by(0, 0, 1e-6) / 1e-6)).toBeLessThan(1e-3 * scale)
      }
    }
  })
})

describe.each(cases)('lap time and its gradient: $name', ({ vehicle, setup }) => {
  const rounding = 0.02
  const lapOf = lapGradientOf(rateSlopesAlong(track, vehicle, setup, rounding), track.count, 10, rounding)

  it('comes near the lap itself as the rounding goes', () => {
    const line = centreline()
    const unshifted = speedAlong(roadOf(line), { ...vehicle, shiftTimeS: 0 }, setup).lapTimeS
    const rounded = (r: number) => lapGradientOf(rateSlopesAlong(track, vehicle, setup, r), track.count, 10, r)(line).lapTimeS
    expect(Math.abs(rounded(0.001) / unshifted - 1)).toBeLessThan(0.006)
    expect(Math.abs(rounded(0.001) - unshifted)).toBeLessThan(Math.abs(rounded(0.05) - unshifted))
  })

  it.each(['curvaturePerM', 'stepM', 'grip'] as const)('falls and rises with %s as the gradient says', (name) => {
    const line = centreline()
    const own = lapOf(line)
    const gradient = { curvaturePerM: own.byCurvature, stepM: own.byStep, grip: own.byGrip }[name].slice()
    // along a direction over the whole lap, so that kinks at single samples do not count
    const direction = Float64Array.from({ length: track.count }, (_, i) => Math.sin(i * 0.37) * (name === 'curvaturePerM' ? 1e-3 : 1))
    const along = (share: number) => {
      const moved = centreline()
      moved[name].forEach((v, i) => (moved[name][i] = v + share * direction[i]!))
      return lapOf(moved).lapTimeS
    }
    const slope = gradient.reduce((sum, g, i) => sum + g * direction[i]!, 0)
    const measured = (along(1e-4) - along(-1e-4)) / 2e-4
    expect(Math.abs(slope - measured)).toBeLessThan(0.03 * Math.abs(measured) + 1e-3)
  })
})
