import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { gunzipSync } from 'node:zlib'
import { describe, expect, it } from 'vitest'
import { accepted, checkCircuit, checkSetup, checkVehicle } from '../../fixtures/circuits'
import { solvePlan } from '../plan/solvePlan'
import { readLaps } from '../files/readLaps'
import { drivetrainOf } from '../vehicle/drivetrain'
import type { Recording } from '../recording/recording'
import { drive, driveLap, logged, noErrors, recordLaps, type CornerErrors, type DrivenFault } from '../simulator'
import { analyse, driveOn, type Analysis } from './analysis'
import { evidenceFor } from './evidence'

const checks = join(import.meta.dirname, '../../fixtures/checks')
const plan = accepted(solvePlan({ circuit: checkCircuit('nine-corner'), vehicle: checkVehicle('hatch'), setup: checkSetup('blend-080') }))
const csv = gunzipSync(readFileSync(join(checks, 'nine-corner.laps.csv.gz'))).toString()
const truth = JSON.parse(readFileSync(join(checks, 'nine-corner.truth.json'), 'utf8')) as {
  flyingLapTimesS: number[]
  faults: { lap: number; corner: string; codes: string[] }[]
}
const recorded = accepted(readLaps(csv, 'nine-corner.laps.csv'))
const analysed = analyse(plan, recorded)
const places = (findings: Analysis['findings']) => findings.map((one) => `${one.lap}/${one.corner}`)
const withFault = new Set(truth.faults.map(({ lap, corner }) => `${lap}/${corner}`))
const foundIn = ({ findings }: Analysis) =>
  truth.faults.filter((fault) =>
    findings.some((one) => one.lap === fault.lap && one.corner === fault.corner && fault.codes.includes(one.fault)),
  ).length
const falseIn = ({ findings }: Analysis) => new Set(places(findings).filter((place) => !withFault.has(place))).size

/** A recording with every so many-th row, or without some of its channels. */
function thinned({ timeS, latDeg, lonDeg, of, zeroAtMs, report }: Recording, every: number, without: readonly string[] = []): Recording {
  const thin = (values: Float64Array) => values.filter((_, i) => i % every === 0)
  const kept = Object.entries(of).filter(([name]) => !without.includes(name))
  return {
    ...{ timeS: thin(timeS), latDeg: thin(latDeg), lonDeg: thin(lonDeg), zeroAtMs, report },
    of: Object.fromEntries(kept.map(([name, values]) => [name, thin(values)])),
  }
}

describe('a recording of another simulator, with faults put in', () => {
  it('is split into its laps, to a tenth of a second', () => {
    expect(analysed.laps.map(({ lap, complete }) => [lap, complete])).toEqual([0, 1, 2, 3, 4, 5, 6].map((n) => [n, n > 0 && n < 6]))
    analysed.laps.slice(1, 6).forEach(({ timeS }, k) => expect(Math.abs(timeS - truth.flyingLapTimesS[k]!)).toBeLessThan(0.1))
    const slow = analyse(plan, thinned(recorded, 25))
    slow.laps.slice(1, 6).forEach(({ timeS }, k) => expect(Math.abs(timeS - truth.flyingLapTimesS[k]!)).toBeLessThan(0.15))
  })

  it('shows nine in ten of the faults, and hardly any where there is none', () => {
    expect(foundIn(analysed) / truth.faults.length).toBeGreaterThanOrEqual(0.9)
    expect(falseIn(analysed) / (45 - withFault.size)).toBeLessThanOrEqual(0.05)
    for (const every of [2, 5]) {
      const thin = analyse(plan, thinned(recorded, every))
      expect(foundIn(thin) / truth.faults.length).toBeGreaterThanOrEqual(0.9)
      expect(falseIn(thin) / (45 - withFault.size)).toBeLessThanOrEqual(0.05)
    }
  })

  it('says what a logger can’t show, and finds none of it', () => {
    const bare = analyse(
      plan,
      thinned(recorded, 1, ['brake', 'throttle', 'steerRad', 'gear', 'rpm', 'speedMps', 'longMps2', 'latMps2', 'headingRad']),
    )
    expect(bare.unavailable).toContainEqual({ fault: 'co', needs: 'throttle, brake' })
    const silent = bare.unavailable.map(({ fault }) => fault)
    expect(bare.findings.filter(({ fault }) => silent.includes(fault))).toEqual([])
    expect(falseIn(bare) / (45 - withFault.size)).toBeLessThanOrEqual(0.05)
    const seldom = analyse(plan, thinned(recorded, 25))
    expect(seldom.unavailable).toContainEqual({ fault: 'te', needs: '3 samples a second' })
  })

  it('has gears worked out from engine speed, where these are the vehicle’s', () => {
    const withoutGears = thinned(recorded, 1, ['gear'])
    const { gear, has } = driveOn(plan, withoutGears).drive
    const own = driveOn(plan, recorded).drive.gear!
    const alike = own.reduce((count, value, i) => count + (value === gear![i] ? 1 : 0), 0)
    expect(alike / own.length).toBeGreaterThan(0.97)
    expect(has.shifting).toBe(false)
    const found = analyse(plan, withoutGears)
    const wrongGear = found.findings.find((one) => one.fault === 'gw')!
    expect([wrongGear.lap, wrongGear.corner]).toEqual([4, '5'])
    const pass = found.passes.find((one) => one.lap === 4 && one.places.corner.number === '5')!
    expect(evidenceFor(plan.track, pass, wrongGear, 'metric')).toContain('Gears are worked out from engine speed and road speed.')
    // engine speeds of a car that is geared otherwise say nothing
    const others = { ...withoutGears, of: { ...withoutGears.of, rpm: withoutGears.of.rpm!.map((rpm) => 0.52 * rpm) } }
    expect(analyse(plan, others).unavailable).toContainEqual({ fault: 'gw', needs: 'gear' })
  })

  it('has its time lost in parts that add up to each lap', () => {
    for (const { lap, timeS, complete } of analysed.laps) {
      if (!complete) continue
      const parts = analysed.passes.filter((one) => one.lap === lap).flatMap(({ lossS }) => Object.values(lossS))
      expect(parts.reduce((a, b) => a + b, 0)).toBeCloseTo(timeS - plan.trace.lapTimeS, 2)
    }
  })

  it('tells a position clock that is late, and reads it as if it were right', () => {
    const lateBy = 12
    const moved = (values: Float64Array) => values.map((_, i) => values[Math.max(0, i - lateBy)]!)
    const late = analyse(plan, { ...recorded, latDeg: moved(recorded.latDeg), lonDeg: moved(recorded.lonDeg) })
    expect(analysed.positionLateS).toBe(0)
    expect(late.positionLateS).toBeCloseTo(lateBy / 25, 1)
    expect(foundIn(late)).toBeGreaterThanOrEqual(14)
  })

  it('claims a cause only where it is found on the same pass', () => {
    for (const { lap, corner, because } of analysed.findings)
      if (because !== null)
        expect(analysed.findings.some((one) => one.lap === lap && one.corner === corner && one.fault === because)).toBe(true)
    expect(analysed.findings).toContainEqual(expect.objectContaining({ lap: 4, corner: '1', fault: 'am', because: 'tl' }))
  })
})

describe('a drive', () => {
  const asPlanned = recordLaps(plan, [plan, plan, plan], 25)
  const lapWith = (corner: string, error: Partial<CornerErrors>) =>
    driveLap({ plan, errors: plan.corners.map((c) => (c.number === corner ? { ...noErrors, ...error } : noErrors)), commitment: 1 })
  const codesAt = (corner: string, error: Partial<CornerErrors>) => {
    const clean = lapWith('', {})
    return analyse(plan, recordLaps(plan, [clean, clean, lapWith(corner, error), clean], 25))
      .findings.filter((one) => one.lap === 3 && one.corner === corner)
      .map((one) => one.fault)
  }

  it('that matches the plan has no finding, at any rate', () => {
    expect(analyse(plan, asPlanned).findings).toEqual([])
    expect(analyse(plan, recordLaps(plan, [plan, plan, plan], 10)).findings).toEqual([])
  })

  it.each([
    ['be', '1', (size: number) => ({ brakeLaterM: -size }), [20, 30, 40, 55]],
    ['am', '7', (size: number) => ({ apexMissM: size }), [2, 2.5, 3.5, 5]],
    ['xn', '3', (size: number) => ({ exitUnusedM: size }), [2.5, 3, 4, 5]],
  ] as const)('with %s at corner %s never loses it when it is made larger', (code, corner, error, sizes) => {
    for (const size of sizes) expect(codesAt(corner, error(size)), `${size}`).toContain(code)
  })

  it('that arrives slower and brakes later is not said to brake late', () => {
    // off the throttle long before the corner, so that there is less to brake
    const slow = { ...plan, trace: { ...plan.trace, speedMps: plan.trace.speedMps.map((v) => v * 1.12) } }
    const late: DrivenFault[] = [{ lap: 2, corner: '7', code: 'bl', size: 12 }]
    const recording = logged(plan.track, drive({ plan, laps: 3, faults: late, seed: 4, unsteady: 0.3 }), {
      rateHz: 25,
      seed: 4,
      noise: 0.5,
    })
    const lateIn = ({ findings }: Analysis) => findings.filter((one) => one.fault === 'bl').map((one) => [one.lap, one.corner])
    expect(lateIn(analyse(plan, recording))).toEqual([[2, '7']])
    expect(lateIn(analyse(slow, recording))).toEqual([])
  })

  it.each(['1', '7'])('that brakes late at corner %s is said to, however late', (corner) => {
    for (const size of [12, 20, 30, 40]) {
      const driven = drive({ plan, laps: 3, faults: [{ lap: 2, corner, code: 'bl', size }], seed: 4, unsteady: 0.3 })
      const found = analyse(plan, logged(plan.track, driven, { rateHz: 25, seed: 4, noise: 0.5 })).findings
      const late = found.find((one) => one.fault === 'bl' && one.lap === 2 && one.corner === corner)!
      expect(Math.abs(late.size - size), `${size} m`).toBeLessThan(3)
    }
  })

  it('whose wheel was not recorded, but written as 0, is not said to pinch an exit', () => {
    const still = { ...recorded, of: { ...recorded.of, steerRad: new Float64Array(recorded.timeS.length) } }
    expect(analyse(plan, still).findings.filter((one) => one.fault === 'xp')).toEqual([])
  })

  it('that changes down so soon that the wheels push the engine beyond its limit is said to rush it', () => {
    const { vehicle } = plan
    const driven = drive({ plan, laps: 3, faults: [], seed: 4, unsteady: 0.3 })
    const recording = logged(plan.track, driven, { rateHz: 25, seed: 4, noise: 0 })
    const [gear, rpm, lap] = [recording.of.gear!.slice(), recording.of.rpm!.slice(), recording.of.lap!]
    const shifts = Array.from(gear.keys()).filter((i) => lap[i] === 2 && gear[i]! === 2 && gear[i - 1] === 3)
    const at = shifts.find((i) => recording.of.brake![i]! > 0.3)!
    // second gear 0.6 s sooner, with the engine as fast as the wheels make it
    const soon = at - 15
    const over: number[] = []
    for (let i = soon; i < at; i++) {
      gear[i] = 2
      rpm[i] = drivetrainOf(vehicle).rpmAt(recording.of.speedMps![i]!, 2)
      if (rpm[i]! > 1.02 * vehicle.redlineRpm) over.push(recording.of.speedMps![i]! / 25)
    }
    const found = (of: Recording['of']) =>
      analyse(plan, { ...recording, of: { ...recording.of, ...of } }).findings.filter((one) => one.fault === 'gd')
    const rushed = found({ gear, rpm })
    expect(rushed.map((one) => one.lap)).toEqual([2])
    expect(Math.abs(rushed[0]!.size - over.reduce((a, b) => a + b, 0))).toBeLessThan(2)
    const pass = analyse(plan, { ...recording, of: { ...recording.of, gear, rpm } }).passes.find(
      (one) => one.lap === 2 && one.places.corner.number === rushed[0]!.corner,
    )!
    expect(evidenceFor(plan.track, pass, rushed[0]!, 'metric')[0]).toMatch(
      /^The change down came too soon: the engine was beyond its limit for \d+ m\.$/,
    )
    // a clutch that is still in, or an engine speed that nobody recorded, shows nothing of the kind
    expect(found({ gear })).toEqual([])
    expect(found({ gear, rpm: rpm.map(() => NaN) })).toEqual([])
  })

  it('locks a wheel, which shows where the wheels’ speeds were recorded, and is not available elsewhere', () => {
    const driven = drive({ plan, laps: 2, faults: [{ lap: 2, corner: '1', code: 'lk', size: 0.6 }], seed: 4, unsteady: 0.3 })
    const shown = (wheels: boolean) => analyse(plan, logged(plan.track, driven, { rateHz: 25, seed: 4, noise: 0.5, wheels }))
    const locked = shown(true).findings.filter((one) => one.fault === 'lk')
    expect(locked.map((one) => [one.lap, one.corner])).toEqual([[2, '1']])
    expect(Math.abs(locked[0]!.size - 0.6)).toBeLessThan(0.1)
    expect(shown(true).unavailable).toEqual([])
    expect(shown(false).unavailable).toEqual([{ fault: 'lk', needs: 'wheel speeds' }])
    expect(shown(false).findings.filter((one) => one.fault === 'lk')).toEqual([])
    // a sensor that is not there writes noughts, and one that drops out off the brakes locks nothing
    const recording = logged(plan.track, driven, { rateHz: 25, seed: 4, noise: 0.5, wheels: true })
    const { wheelFlMps: _, ...others } = recording.of
    const noughts = { ...others, wheelRrMps: recording.timeS.map(() => 0) }
    expect(analyse(plan, { ...recording, of: noughts }).unavailable).toEqual([{ fault: 'lk', needs: 'wheel speeds' }])
    const dropped = { ...others, wheelRrMps: others.wheelRrMps!.map((mps, i) => (others.brake![i]! > 0.02 ? mps : 0)) }
    expect(analyse(plan, { ...recording, of: dropped }).findings.filter((one) => one.fault === 'lk')).toEqual([])
  })

  it('that leaves width unused with the wheel let out is not said to pinch the exit', () => {
    const faults: DrivenFault[] = [{ lap: 2, corner: '5', code: 'xn', size: 3 }]
    const driven = drive({ plan, laps: 3, faults, seed: 4, unsteady: 0.3 })
    const found = analyse(plan, logged(plan.track, driven, { rateHz: 25, seed: 4, noise: 0.5 })).findings
    expect(found.filter((one) => one.fault === 'xn').map((one) => [one.lap, one.corner])).toEqual([[2, '5']])
    expect(found.filter((one) => one.fault === 'xp')).toEqual([])
  })

  it.each([
    ['dg', '1', 4.5],
    ['dg', '1', 6],
    ['pa', '3', 1],
    ['be', '7', 22],
    ['xp', '5', 3],
    ['gd', '5', 48],
    ['ly', '1', 35],
    ['bs', '5', 1.6],
    ['bo', '5', 32],
    ['br', '3', 1],
    ['ae', '3', 15],
    ['xw', '5', 2.2],
    ['of', '9', 1.8],
    ['sl', '5', 0.8],
    ['ge', '3', 2000],
    ['gl', '3', 1],
  ] as const)('of hands and feet with %s at corner %s of %s is found there, and nowhere else', (code, corner, size) => {
    const fault: DrivenFault = { lap: 2, corner, code, size }
    const driven = drive({ plan, laps: 3, faults: [fault], seed: 4, unsteady: 0.3 })
    const found = analyse(plan, logged(plan.track, driven, { rateHz: 25, seed: 4, noise: 0.5 })).findings.filter(
      (one) => one.fault === code,
    )
    expect(found.map((one) => [one.lap, one.corner])).toEqual([[2, corner]])
  })
})
