import { describe, expect, it } from 'vitest'
import { fullPace, plainVehicle, roadOf } from '../../fixtures/roads'
import { brakingShare, drivingShare } from './brakingSchool'
import { drivetrainOf, torqueNmAt } from './drivetrain'
import { forcesAlong } from './forces'

describe('braking while turning', () => {
  it.each([
    { school: 'separate', use: 0.1, share: 1 },
    { school: 'separate', use: 0.15, share: 0.5 },
    { school: 'separate', use: 0.2, share: 0 },
    { school: 'separate', use: 0.9, share: 0 },
    { school: 'blend', use: 0.4, share: 0.6 },
    { school: 'trail', use: 0.6, share: 0.8 },
    { school: 'trail', use: 1, share: 0 },
  ] as const)('$school at u = $use leaves $share of the brakes', ({ school, use, share }) => {
    expect(brakingShare(school, use)).toBeCloseTo(share, 9)
  })

  it('drives as it brakes, but for separate, which squeezes as blend does', () => {
    expect(drivingShare('separate', 0.4)).toBeCloseTo(0.6, 9)
    expect(drivingShare('trail', 0.6)).toBeCloseTo(0.8, 9)
  })
})

describe('a drivetrain', () => {
  const vehicle = plainVehicle({
    gears: [3, 2, 1.2],
    torqueNm: [
      [1000, 100],
      [3000, 200],
      [5000, 120],
    ],
    shiftRpm: 5000,
    redlineRpm: 5500,
  })
  const train = drivetrainOf(vehicle)
  const speedAt = (rpm: number, gear: number) =>
    (rpm / 60) * 2 * Math.PI * (vehicle.wheelRadiusM / (vehicle.gears[gear - 1]! * vehicle.finalDrive))

  it('joins torque linearly, and holds it level outside its points', () => {
    expect(torqueNmAt(vehicle.torqueNm, 2000)).toBe(150)
    expect(torqueNmAt(vehicle.torqueNm, 200)).toBe(100)
    expect(torqueNmAt(vehicle.torqueNm, 9000)).toBe(120)
  })

  it('drives T·ratio·final/(r·m) in the best gear', () => {
    const v = speedAt(3000, 1)
    expect(train.driveMps2(v)).toBeCloseTo((200 * 3 * 4) / (0.3 * 1000), 1)
  })

  it('has no gear above the redline, and its top speed at it', () => {
    expect(train.topSpeedMps).toBeCloseTo(speedAt(5500, 3), 6)
    expect(train.driveMps2(speedAt(5600, 3))).toBe(0)
  })

  it('is in the gear that drives most short of the shift point', () => {
    expect(train.gearAt(speedAt(3000, 1))).toBe(1)
    expect(train.gearAt(speedAt(5100, 1))).toBe(2)
    expect(train.gearAt(speedAt(5400, 3))).toBe(3)
  })
})

describe('limits of a motorcycle', () => {
  const straight = roadOf({ lengthM: 10, stepM: 1 })
  const bike = plainVehicle({ kind: 'motorcycle', wheelbaseM: 1.4, cgHeightM: 0.65, muBrake: 2, brakeMaxG: 2, muLat: 1.3, maxLeanDeg: 40 })

  it('brakes no harder than would lift its rear wheel', () => {
    const forces = forcesAlong(straight, bike, fullPace('trail'))
    expect(forces.slowingMps2(0, 400)).toBeCloseTo((9.80665 * 0.7) / 0.65, 9)
  })

  it('corners no harder than its lean', () => {
    const bend = roadOf({ lengthM: 10, stepM: 1, curvaturePerM: () => 1 / 40 })
    const forces = forcesAlong(bend, bike, fullPace('trail'))
    expect(forces.limitQ[0]).toBeCloseTo(Math.tan((40 * Math.PI) / 180) * 9.80665 * 40, 6)
  })

  it('leans as far at a low pace, for lean is the machine’s own', () => {
    const bend = roadOf({ lengthM: 10, stepM: 1, curvaturePerM: () => 1 / 40 })
    const slow = fullPace('trail', { pace: { lateral: 0.9, brake: 1, drive: 1 } })
    expect(forcesAlong(bend, bike, slow).limitQ[0]).toBe(forcesAlong(bend, bike, fullPace('trail')).limitQ[0])
  })
})
