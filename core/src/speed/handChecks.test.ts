import { describe, expect, it } from 'vitest'
import { fullPace, plainVehicle, roadOf } from '../../fixtures/roads'
import { speedAlong } from './speedAlong'

const G = 9.80665
const schools = ['separate', 'blend', 'trail'] as const

describe('speeds that can be done by hand', () => {
  it.each(schools)('holds √(p·μ·g·r) on a flat circle under the %s school', (school) => {
    const road = roadOf({ lengthM: 2 * Math.PI * 50, stepM: 1, closed: true, curvaturePerM: () => 1 / 50 })
    const pace = { lateral: 0.8, brake: 1, drive: 1 }
    const trace = speedAlong(road, plainVehicle({ muLat: 1.1 }), fullPace(school, { pace }))
    for (const v of trace.speedMps) expect(v).toBeCloseTo(Math.sqrt(0.8 * 1.1 * G * 50), 4)
  })

  it.each([
    { crossfallDeg: 12, name: 'into' },
    { crossfallDeg: -6, name: 'away from' },
  ])('gains or loses by v² = g·r·(tanβ + μ)/(1 − μ·tanβ) banked $name the turn', ({ crossfallDeg }) => {
    const beta = (crossfallDeg * Math.PI) / 180
    const road = roadOf({ lengthM: 2 * Math.PI * 60, stepM: 1, closed: true, curvaturePerM: () => 1 / 60, crossfallRad: beta })
    const trace = speedAlong(road, plainVehicle({ muLat: 0.9 }), fullPace('trail'))
    const v2 = (G * 60 * (Math.tan(beta) + 0.9)) / (1 - 0.9 * Math.tan(beta))
    expect(trace.speedMps[10]).toBeCloseTo(Math.sqrt(v2), 3)
  })

  it('mirrors: a right-hand circle banked to the right is driven as its left-hand twin', () => {
    const shape = { lengthM: 300, stepM: 1, closed: true }
    const left = speedAlong(roadOf({ ...shape, curvaturePerM: () => 0.02, crossfallRad: 0.05 }), plainVehicle(), fullPace('blend'))
    const right = speedAlong(roadOf({ ...shape, curvaturePerM: () => -0.02, crossfallRad: -0.05 }), plainVehicle(), fullPace('blend'))
    expect(right.lapTimeS).toBeCloseTo(left.lapTimeS, 9)
    expect(right.ayMps2[5]).toBeCloseTo(-left.ayMps2[5]!, 9)
  })

  it('brakes from 40 to 20 m/s in (v₀² − v₁²)/2A', () => {
    // a long straight, then a corner of 20 m/s: the pass walks back from it at μ·g
    const v1 = 20
    const radius = (v1 * v1) / G
    const road = roadOf({ lengthM: 400, stepM: 0.5, curvaturePerM: (s) => (s >= 300 ? 1 / radius : 0) })
    const trace = speedAlong(road, plainVehicle({ torqueNm: [[0, 900]] }), fullPace('trail'), { startSpeedMps: 40 })
    const at = (s: number) => trace.speedMps[Math.round(s / 0.5)]!
    expect(at(300)).toBeCloseTo(v1, 2)
    // from 290 m back, all on the straight: the metres between two speeds
    const metresFrom = (v0: number) => (v0 * v0 - at(290) ** 2) / (2 * G)
    expect(metresFrom(at(260))).toBeCloseTo(30, 3)
    expect(metresFrom(at(240))).toBeCloseTo(50, 3)
    // and from 40 m/s in all, but for half a step where the corner begins at once
    expect(300 - 290 + metresFrom(40)).toBeCloseTo((40 * 40 - v1 * v1) / (2 * G), 0)
  })

  it('covers s = ⅔·√(2P/m)·t^1.5 from rest at constant power', () => {
    const powerW = 100_000
    const rpmToRad = (2 * Math.PI) / 60
    const torqueNm = Array.from({ length: 190 }, (_, k): [number, number] => {
      const rpm = 5 * Math.pow(1.05, k)
      return [rpm, powerW / (rpm * rpmToRad)]
    })
    const vehicle = plainVehicle({ torqueNm, muDrive: 1000, gears: [1], finalDrive: 1, drivelineEfficiency: 1, redlineRpm: 30_000 })
    const lengthM = 200
    // begun at 5 m/s, which from rest takes m·v³/3P metres and m·v²/2P seconds: at rest the force itself is unbounded
    const v0 = 5
    const before = { m: (vehicle.massKg * v0 ** 3) / (3 * powerW), s: (vehicle.massKg * v0 ** 2) / (2 * powerW) }
    const trace = speedAlong(roadOf({ lengthM, stepM: 0.1 }), vehicle, fullPace('trail'), { startSpeedMps: v0 })
    const t = Math.pow((lengthM + before.m) / ((2 / 3) * Math.sqrt((2 * powerW) / vehicle.massKg)), 2 / 3)
    expect(Math.abs(trace.lapTimeS + before.s - t)).toBeLessThan(0.002)
  })

  it('crosses a crest of radius r at no more than √(0.9·g·r)', () => {
    const radius = 80
    const road = roadOf({ lengthM: 600, stepM: 1, verticalCurvaturePerM: -1 / radius })
    const trace = speedAlong(road, plainVehicle({ torqueNm: [[0, 900]] }), fullPace('blend'), { startSpeedMps: 60 })
    expect(Math.max(...trace.speedMps)).toBeCloseTo(Math.sqrt(0.9 * G * radius), 3)
  })

  it('never goes faster than the top gear at the redline', () => {
    const vehicle = plainVehicle({ redlineRpm: 6000, shiftRpm: 6000 })
    const top = (6000 / 60) * 2 * Math.PI * (vehicle.wheelRadiusM / (2 * 4))
    const trace = speedAlong(roadOf({ lengthM: 3000, stepM: 2 }), vehicle, fullPace('trail'), { startSpeedMps: 5 })
    expect(trace.speedMps[trace.speedMps.length - 1]).toBeCloseTo(top, 2)
  })

  it('holds a headwind against and lets a tailwind help', () => {
    const vehicle = plainVehicle({ dragAreaM2: 0.8 })
    const at = (windFromDeg: number) =>
      speedAlong(
        roadOf({ lengthM: 1500, stepM: 2 }),
        vehicle,
        fullPace('trail', { conditions: { grip: 1, rubberedGrip: 1, airDensity: 1.2, windMps: 10, windFromDeg } }),
      ).lapTimeS
    // the road runs east: wind from the east (90°) is a headwind
    expect(at(90)).toBeGreaterThan(at(0))
    expect(at(0)).toBeGreaterThan(at(270))
  })
})

describe('what each braking school allows while turning', () => {
  /** A straight into a long even corner of 15 m/s. */
  const road = roadOf({ lengthM: 400, stepM: 0.5, curvaturePerM: (s) => (s < 250 ? 0 : Math.min(1, (s - 250) / 60) * (G / 225)) })
  const drive = (school: (typeof schools)[number]) =>
    speedAlong(road, plainVehicle({ torqueNm: [[0, 50]] }), fullPace(school), { startSpeedMps: 30 })
  const at = (trace: ReturnType<typeof drive>, s: number) => trace.speedMps[s * 2]!

  it('has the separate school slow before the wheel is turned, the trail school latest', () => {
    expect(at(drive('separate'), 275)).toBeLessThan(at(drive('blend'), 275))
    expect(at(drive('blend'), 275)).toBeLessThan(at(drive('trail'), 275))
  })

  it('has no brakes left in the separate school once u is over 0.2', () => {
    const trace = drive('separate')
    for (let i = 0; i < trace.speedMps.length - 1; i++) {
      const use = (trace.speedMps[i]! ** 2 * road.curvaturePerM[i]!) / G
      if (use > 0.22) expect(trace.brakeMps2[i]).toBeLessThan(0.3)
    }
  })
})

describe('upshifts', () => {
  it('cost about the interruption’s own loss, and no gear costs nothing', () => {
    const geared = plainVehicle({ gears: [3, 1.8], shiftRpm: 5000, redlineRpm: 9000, dragAreaM2: 0.7, rollingCoeff: 0.015 })
    const road = roadOf({ lengthM: 300, stepM: 1 })
    const without = speedAlong(road, geared, fullPace('trail'), { startSpeedMps: 8 })
    const withShift = speedAlong(road, { ...geared, shiftTimeS: 0.4 }, fullPace('trail'), { startSpeedMps: 8 })
    expect(withShift.upshifts).toHaveLength(1)
    const lost = withShift.lapTimeS - without.lapTimeS
    expect(lost).toBeGreaterThan(0.02)
    expect(lost).toBeLessThan(0.4)
    expect(speedAlong(road, plainVehicle({ shiftTimeS: 0.4 }), fullPace('trail'), { startSpeedMps: 8 }).upshifts).toHaveLength(0)
  })

  it('happen at the shift point', () => {
    const geared = plainVehicle({ gears: [3, 1.8], shiftRpm: 5000, redlineRpm: 9000, shiftTimeS: 0.3 })
    const trace = speedAlong(roadOf({ lengthM: 300, stepM: 0.5 }), geared, fullPace('trail'), { startSpeedMps: 8 })
    const rpm = trace.speedMps[trace.upshifts[0]!]! * 3 * 4 * (60 / (2 * Math.PI * 0.3))
    expect(rpm).toBeGreaterThan(4990)
    expect(rpm).toBeLessThan(5100)
  })

  it('happen once for each gear up a hill on which the speed falls back while they last', () => {
    const geared = plainVehicle({ gears: [3, 1.8], shiftRpm: 5000, redlineRpm: 9000, shiftTimeS: 0.4, dragAreaM2: 0.7 })
    const road = (stepM: number) => roadOf({ lengthM: 400, stepM, slopeRad: 0.08 })
    for (const stepM of [2, 1, 0.5]) {
      const trace = speedAlong(road(stepM), geared, fullPace('trail'), { startSpeedMps: 8 })
      const shift = trace.upshifts[0]!
      expect(trace.upshifts).toHaveLength(1)
      expect(Math.min(...trace.speedMps.slice(shift + 1, shift + 20))).toBeLessThan(trace.speedMps[shift]!)
      expect([...trace.gear].every((gear, i) => i === 0 || gear >= trace.gear[i - 1]!)).toBe(true)
    }
  })
})
