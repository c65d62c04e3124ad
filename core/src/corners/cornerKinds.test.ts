import { describe, expect, it } from 'vitest'
import { accepted, checkCircuit, checkSetup, checkVehicle } from '../../fixtures/circuits'
import { smoothSetup } from '../../fixtures/smoothSetup'
import { kart } from '../../fixtures/vehicles'
import { driveRound } from '../cones/placingList'
import { givenSolution } from '../../fixtures/givenSolution'
import { plainMarks } from '../../fixtures/plainMarks'
import { doubleApexOffers } from './doubleApex'
import { solvePlan } from '../plan/solvePlan'

describe('gears along a lap', () => {
  const circuit = checkCircuit('nine-corner')
  const hatch = checkVehicle('hatch')
  const drive = (vehicle: typeof hatch) =>
    accepted(solvePlan({ circuit, vehicle, setup: smoothSetup(circuit, vehicle, checkSetup('blend-080')) }))

  it('go up one at a time where the engine has reached its shift point, and say where that is inside a corner', () => {
    const { upshifts, corners, trace } = drive(hatch)
    expect(upshifts.length).toBeGreaterThan(3)
    for (const { fromGear, toGear, insideCorner, speedMps } of upshifts) {
      expect(toGear).toBe(fromGear + 1)
      const rpm = (speedMps * hatch.gears[fromGear - 1]! * hatch.finalDrive * 60) / (2 * Math.PI * hatch.wheelRadiusM)
      expect(rpm).toBeGreaterThan(0.85 * hatch.shiftRpm)
      if (insideCorner !== null) expect(corners.map((c) => c.number)).toContain(insideCorner)
    }
    expect(Math.min(...trace.gear)).toBeGreaterThanOrEqual(1)
  })

  it('are one and the same in a kart, with no shift', () => {
    const { upshifts, trace } = drive(kart)
    expect(upshifts).toEqual([])
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
