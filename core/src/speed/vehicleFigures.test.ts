import { describe, expect, it } from 'vitest'
import { accepted, checkVehicle } from '../../fixtures/circuits'
import { readLapSamples } from '../files/readLapSamples'
import { identifyFromDrive, type LapSample } from '../vehicle/identifyFromDrive'
import { driveForces, powerKwOf, vehicleFigures } from './vehicleFigures'

const hatch = checkVehicle('hatch')
const G = 9.80665

describe('a vehicle’s figures', () => {
  it('are power = torque × angular speed at its greatest', () => {
    const flat = { ...hatch, torqueNm: [[1000, 100]] as [number, number][], redlineRpm: 6000 }
    expect(powerKwOf(flat)).toBeCloseTo((100 * 6000 * 2 * Math.PI) / 60 / 1000, 6)
  })

  it('are what constant slowing gives: v²/2a from 100 km/h', () => {
    const still = { ...hatch, dragAreaM2: 0, downforceAreaM2: 0, rollingCoeff: 0, muBrake: 0.8, brakeMaxG: 0.8 }
    expect(vehicleFigures(still).hundredToZeroM!).toBeCloseTo((100 / 3.6) ** 2 / (2 * 0.8 * G), 0)
  })

  it('say whether power or gearing ends the top speed', () => {
    expect(vehicleFigures(hatch)).toMatchObject({ topSpeedByGearing: false })
    expect(vehicleFigures({ ...hatch, gears: [3.58, 1.95] })).toMatchObject({ topSpeedByGearing: true })
  })

  it('take longer to 100 km/h with more mass, and count each shift once', () => {
    const base = vehicleFigures(hatch).zeroToHundredS!
    expect(vehicleFigures({ ...hatch, massKg: hatch.massKg * 1.3 }).zeroToHundredS!).toBeGreaterThan(base * 1.1)
    const slower = vehicleFigures({ ...hatch, shiftTimeS: hatch.shiftTimeS + 1 }).zeroToHundredS! - base
    expect(slower).toBeCloseTo(Math.round(slower), 6)
    expect(slower).toBeGreaterThanOrEqual(1)
  })

  it('have no time to 100 km/h where it is never reached', () => {
    const slow = vehicleFigures({ ...hatch, gears: [6], finalDrive: 6 })
    expect([slow.zeroToHundredS, slow.hundredToZeroM]).toEqual([null, null])
  })

  it('show each gear up to the redline, shifted within it, against what the tyres hold', () => {
    const { gears, gripLimit, resistance } = driveForces(hatch)
    expect(gears.map((g) => g.gear)).toEqual(hatch.gears.map((_, i) => i + 1))
    for (const { points, shiftMps } of gears) {
      expect(shiftMps).toBeGreaterThan(points[0]![0])
      expect(shiftMps).toBeLessThanOrEqual(points[points.length - 1]![0] + 1e-9)
    }
    expect(gripLimit[0]![1]).toBeCloseTo(hatch.muDrive * hatch.drivenShare * hatch.massKg * G, 6)
    expect(resistance[resistance.length - 1]![1]).toBeGreaterThan(resistance[0]![1])
  })
})

/** A drive that gains with constant power, brakes at constant g and corners at constant g, over and over. */
function recorded(powerKw: number, brakingG: number, corneringG: number): LapSample[] {
  const samples: LapSample[] = []
  const resist = (v: number) => (0.5 * 1.2 * hatch.dragAreaM2 * v * v) / hatch.massKg + hatch.rollingCoeff * G
  let v = 12
  let gaining = true
  for (let k = 0; k < 3000; k++) {
    const drive = (powerKw * 1000 * hatch.drivelineEfficiency) / (hatch.massKg * v) - resist(v)
    const a = gaining ? drive : -brakingG * G - resist(v)
    samples.push({ timeS: k * 0.05, speedMps: v, acrossMps2: gaining ? corneringG * G : 0 })
    v += a * 0.05
    if (v > 40) gaining = false
    if (v < 12.5) gaining = true
  }
  return samples
}

describe('an estimate from a recorded drive', () => {
  it('comes back to the grip and power that the drive was made with', () => {
    const found = accepted(identifyFromDrive(hatch, 50, recorded(100, 0.85, 0.92)))
    expect(found.muLat).toBeCloseTo(0.92, 2)
    expect(found.muBrake / 0.85).toBeCloseTo(1, 1)
    expect(found.powerKw / 100).toBeCloseTo(1, 1)
    expect(found.torqueFactor).toBeCloseTo(found.powerKw / 50, 9)
  })

  it('says that cornering was not recorded rather than guess it', () => {
    const without = recorded(100, 0.85, 0.9).map((s) => ({ ...s, acrossMps2: null }))
    expect(accepted(identifyFromDrive(hatch, 50, without)).muLat).toBeNull()
  })

  it('refuses too little, and a drive that never gains speed', () => {
    expect(identifyFromDrive(hatch, 50, recorded(100, 0.8, 0.9).slice(0, 20)).ok).toBe(false)
    const coasting = Array.from({ length: 200 }, (_, k): LapSample => ({ timeS: k, speedMps: 8, acrossMps2: null }))
    expect(JSON.stringify(identifyFromDrive(hatch, 50, coasting))).toContain('nowhere gaining speed')
  })
})

describe('a recorded drive’s file', () => {
  it('is read with the units of its columns, and a later row of the same time is dropped', () => {
    const text = 'Time_S,Speed [mph],Lat_G\n0,10,0.5\n0,11,0.5\n0.1,20,\n'
    expect(accepted(readLapSamples(text, 'a.csv'))).toEqual([
      { timeS: 0, speedMps: 4.4704, acrossMps2: 0.5 * G },
      { timeS: 0.1, speedMps: 8.9408, acrossMps2: null },
    ])
  })

  it.each([
    { text: 'a,b\n1,2\n', says: 'line 1' },
    { text: 'time_s,speed_kmh\n0,fast\n', says: 'line 2, speed_kmh' },
    { text: 'time_s,speed_kmh,lat_g\n0,50,hard\n', says: 'line 2, lat_g' },
    { text: '', says: 'nothing' },
  ])('is refused with its line: $says', ({ text, says }) => {
    expect(JSON.stringify(readLapSamples(text, 'a.csv'))).toContain(says)
  })
})
