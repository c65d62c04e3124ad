import { describe, expect, it } from 'vitest'
import { accepted, checkCircuit, checkSetup, checkVehicle } from '../../fixtures/circuits'
import { smoothSetup } from '../../fixtures/smoothSetup'
import { kart } from '../../fixtures/vehicles'
import { driveRound } from '../cones/placingList'
import { givenSolution } from '../../fixtures/givenSolution'
import { plainMarks } from '../../fixtures/plainMarks'
import { doubleApexOffers } from './doubleApex'
import { drivetrainOf } from '../vehicle/drivetrain'
import { solvePlan } from '../plan/solvePlan'

describe('gears along a lap', () => {
  const circuit = checkCircuit('nine-corner')
  const hatch = checkVehicle('hatch')
  const drive = (vehicle: typeof hatch) =>
    accepted(solvePlan({ circuit, vehicle, setup: smoothSetup(circuit, vehicle, checkSetup('blend-080')) }))

  it('are as a driver chooses: none beyond the red line or held for under a second, and enough for what is used of the engine', () => {
    const { gearChanges, corners, trace, track } = drive(hatch)
    expect(gearChanges.length).toBeGreaterThan(3)
    const rpmIn = (speedMps: number, gear: number) =>
      (speedMps * hatch.gears[gear - 1]! * hatch.finalDrive * 60) / (2 * Math.PI * hatch.wheelRadiusM)
    trace.gear.forEach((gear, i) => expect(rpmIn(trace.speedMps[i]!, gear)).toBeLessThanOrEqual(hatch.redlineRpm))
    const timeAt = (stationM: number) => trace.timeS[Math.round(stationM / track.stepM) % track.count]!
    gearChanges.forEach(({ stationM, insideCorner }, k) => {
      const next = gearChanges[(k + 1) % gearChanges.length]!
      expect((timeAt(next.stationM) - timeAt(stationM) + trace.lapTimeS) % trace.lapTimeS).toBeGreaterThan(0.85)
      if (insideCorner !== null) expect(corners.map((c) => c.number)).toContain(insideCorner)
    })
    const { driveIn } = drivetrainOf(hatch)
    const short = [...trace.gear.keys()].filter((i) => driveIn(trace.speedMps[i]!, trace.gear[i]!) < 0.9 * trace.driveMps2[i]!)
    expect(short.length / track.count).toBeLessThan(0.05) // where a gear is not changed for a moment
  })

  it('go up at full power near the shift point, and down before a corner to the gear of its exit', () => {
    const { gearChanges, trace, corners } = drive(hatch)
    for (const { fromGear, toGear, speedMps } of gearChanges.filter((c) => c.toGear > c.fromGear)) {
      expect(toGear).toBe(fromGear + 1)
      const rpm = (speedMps * hatch.gears[fromGear - 1]! * hatch.finalDrive * 60) / (2 * Math.PI * hatch.wheelRadiusM)
      expect(rpm).toBeGreaterThan(0.7 * hatch.shiftRpm)
    }
    // the gear of the exit is in by the slowest place
    for (const { points } of corners)
      if (points.brakeStart && points.fullThrottle) expect(points.minSpeed!.gear).toBeLessThanOrEqual(points.fullThrottle.gear)
    expect(Math.min(...trace.gear)).toBeGreaterThanOrEqual(1)
  })

  it('are one and the same in a kart, with no shift', () => {
    const { gearChanges, trace } = drive(kart)
    expect(gearChanges).toEqual([])
    expect(new Set(trace.gear)).toEqual(new Set([1]))
  })
})

describe('a bend with two apexes', () => {
  const solution = givenSolution()
  const { corners, track, line } = solution
  const { cones } = plainMarks(solution)

  it('has both, and the place to hold out between them', () => {
    const { apex, hold, secondApex, exit, turnIn } = corners[0]!.points
    const order = [turnIn, apex, hold, secondApex, exit].map((p) => p!.stationM)
    expect(order).toEqual([...order].sort((a, b) => a - b))
    const inside = (s: number) => track.halfLeftM[0]! - line.offsetM[Math.round(s / track.stepM)]!
    expect(inside(hold!.stationM) - inside(apex!.stationM)).toBeGreaterThan(1)
    expect(inside(hold!.stationM) - inside(secondApex!.stationM)).toBeGreaterThan(1)
  })

  it('gets a cone for each, with different names', () => {
    const own = cones.filter((c) => c.cornerNumber === corners[0]!.number).map((c) => c.id.replace(/^[^-]+-/, ''))
    expect(own).toEqual(expect.arrayContaining(['apex', 'hold', 'second-apex']))
  })
})

describe('neighbours of one direction', () => {
  it('are offered as one corner where they are less than 1.2 s apart, and only then', () => {
    const circuit = checkCircuit('nine-corner')
    const vehicle = checkVehicle('hatch')
    const plan = accepted(solvePlan({ circuit, vehicle, setup: smoothSetup(circuit, vehicle, checkSetup('blend-080')) }))
    // corners 5 and 6 both go left; brought nearer and nearer by hand
    const [five, six] = ['5', '6'].map((n) => plan.corners.find((c) => c.number === n)!)
    const speed = plan.trace.speedMps[Math.round(five!.endM / plan.track.stepM)]!
    const near = [five!, { ...six!, startM: five!.endM + 0.8 * speed }]
    const far = [five!, { ...six!, startM: five!.endM + 2 * speed }]
    expect(doubleApexOffers(plan, near)).toMatchObject([{ first: '5', second: '6' }])
    expect(doubleApexOffers(plan, far)).toEqual([])
  })
})

describe('one drive round', () => {
  it('passes the cones in the direction of driving, from where it begins', () => {
    const cones = [10, 300, 150, 80].map((stationM) => ({ stationM }))
    const order = (fromM: number) => driveRound({ closed: true, lengthM: 400 }, cones, fromM).map((c) => c.stationM)
    expect(order(0)).toEqual([10, 80, 150, 300])
    expect(order(100)).toEqual([150, 300, 10, 80])
  })
})
