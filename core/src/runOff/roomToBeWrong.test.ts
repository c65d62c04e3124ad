import { describe, expect, it } from 'vitest'
import { noConeEdits, usualGround, usualTerms, type Vehicle } from '@ochote/contracts'
import fc from 'fast-check'
import { accepted, checkSetup, circuitDocument, position } from '../../fixtures/circuits'
import { plainVehicle } from '../../fixtures/roads'
import { plainMarks } from '../../fixtures/plainMarks'
import { circuitFromDocument } from '../files/readCircuit'
import { placeFeatures } from '../geometry/placedFeatures'
import { sampleTrack } from '../geometry/track'
import { markPlan } from '../plan/markPlan'
import { solvePlan } from '../plan/solvePlan'
import { groundGrip } from './groundGrip'
import { goStraightOn } from './straightOn'

const HALF_M = 250
const RADIUS_M = 30
const G = 9.80665

/** Two straights joined by half circles, driven to the left; run-off on the outside of the first bend. */
function stadium(depthM: number | null, surface = 'grass') {
  const along = Array.from({ length: 20 }, (_, k): [number, number] => [-HALF_M + (2 * HALF_M * k) / 20, -RADIUS_M])
  const bend = Array.from({ length: 12 }, (_, k): [number, number] => {
    const a = -Math.PI / 2 + (Math.PI * k) / 12
    return [HALF_M + RADIUS_M * Math.cos(a), RADIUS_M * Math.sin(a)]
  })
  const half = [...along, ...bend]
  const edge = Array.from({ length: 13 }, (_, k) => {
    const a = -Math.PI / 2 + (Math.PI * k) / 12
    return position(HALF_M + (RADIUS_M + 5) * Math.cos(a), (RADIUS_M + 5) * Math.sin(a))
  })
  const runoff = {
    type: 'Feature',
    properties: { role: 'runoff', side: 'right', depth: depthM, surface },
    geometry: { type: 'LineString', coordinates: edge },
  }
  return accepted(
    circuitFromDocument(
      circuitDocument({
        points: [...half, ...half.map(([x, y]): [number, number] => [-x, -y])],
        features: depthM === null ? [] : [runoff],
      }),
    ),
  )
}

const vehicle = plainVehicle({ torqueNm: [[0, 120]], muBrake: 1, brakeMaxG: 1 })
const setup = { ...checkSetup('blend-080'), lineSchool: 'given' as const, givenLine: [[0, 0]] as [number, number][] }
const solvedOn = (depthM: number | null) => accepted(solvePlan({ circuit: stadium(depthM), vehicle, setup }))
function firstCorner(depthM: number | null, firstSession = false) {
  const marked = markPlan(solvedOn(depthM), { firstSession, coneEdits: noConeEdits }, usualTerms)
  return { ...marked, room: marked.room[0]! }
}

describe('going straight on', () => {
  it('leaves the road and reaches what stands behind the run-off, by Pythagoras', () => {
    const track = sampleTrack(stadium(20), 1)
    const way = goStraightOn(track, placeFeatures(track).runOffs, { x: HALF_M, y: -RADIUS_M, headingRad: 0, stationM: 2 * HALF_M })
    // along the tangent of the centreline, until 5 m and 25 m outside it
    const tangent = (outM: number) => Math.sqrt((RADIUS_M + outM) ** 2 - RADIUS_M ** 2)
    expect(Math.abs(way.toEdgeM! - tangent(5))).toBeLessThan(1)
    expect(Math.abs(way.toObstacleM! - tangent(25))).toBeLessThan(1.5)
    expect(way).toMatchObject({ side: 'right', runOff: { surface: 'grass', depthM: 20 } })
  })

  it('says that what the file does not say is not known', () => {
    const track = sampleTrack(stadium(null), 1)
    const way = goStraightOn(track, [], { x: HALF_M, y: -RADIUS_M, headingRad: 0, stationM: 2 * HALF_M })
    expect(way.toEdgeM).toBeGreaterThan(10)
    expect([way.runOff, way.toObstacleM]).toEqual([null, null])
  })
})

describe('room to be wrong', () => {
  it('is what is left after a second of nothing, v²/2g of braking on the road, and braking on the grass beyond the edge', () => {
    const { room } = firstCorner(60)
    expect(room.reactionM).toBeCloseTo(room.coneSpeedMps, 6)
    expect(room.groundG).toBe(usualGround.grass.dry)
    const onRoadM = Math.max(0, room.toEdgeM! - room.reactionM)
    const atEdge2 = room.coneSpeedMps ** 2 - 2 * G * onRoadM
    expect(atEdge2).toBeGreaterThan(0) // it does leave the road
    expect(room.brakingM).toBeCloseTo(onRoadM + atEdge2 / (2 * G * usualGround.grass.dry), 1)
    expect(room.marginM).toBeCloseTo(room.toObstacleM! - room.reactionM - room.brakingM, 6)
  })

  it('is enough where there is much, and unsafe where a wall is near', () => {
    expect(firstCorner(90).room).toMatchObject({ verdict: 'room', obstacleSpeedMps: 0, coneEarlierM: null, paceShare: null })
    const near = firstCorner(1).room
    expect(near.verdict).toBe('unsafe')
    expect(near.marginM).toBeLessThan(0)
    expect(near.obstacleSpeedMps).toBeGreaterThan(1)
    expect(near.obstacleSpeedMps).toBeLessThan(near.coneSpeedMps)
  })

  it('says how much earlier the cone has to be, and that is enough and no more', () => {
    const { solution, room } = firstCorner(1)
    const speedAt = (s: number) => solution.trace.speedMps[Math.round(s / solution.track.stepM)]!
    const leftWith = (earlierM: number) => {
      const v = speedAt(room.coneStationM - earlierM)
      return room.toObstacleM! + earlierM - v - v ** 2 / (2 * G)
    }
    expect(room.coneEarlierM).toBeGreaterThan(1)
    expect(leftWith(room.coneEarlierM! + 2)).toBeGreaterThan(-0.5)
    expect(leftWith(room.coneEarlierM! - 4)).toBeLessThan(0)
    expect(room.paceShare).toBeGreaterThan(0.3)
    expect(room.paceShare).toBeLessThan(1)
  })

  it('grows in a first session, whose brake cones stand earlier', () => {
    expect(firstCorner(10, true).room.marginM!).toBeGreaterThan(firstCorner(10).room.marginM! + 10)
  })

  it('is measured where a brake cone was moved to: later leaves less', () => {
    const { cones, room } = firstCorner(60)
    const cone = cones.find((c) => c.cornerNumber === room.cornerNumber && c.duty === 'brake')!
    const moves = [{ coneId: cone.id, stationM: cone.stationM + 12, offsetM: cone.offsetM }]
    const moved = plainMarks(solvedOn(60), { moves }).room[0]!
    expect(moved.coneStationM).toBeCloseTo(room.coneStationM + 12, 6)
    expect(moved.toObstacleM!).toBeCloseTo(room.toObstacleM! - 12, 1)
    expect(moved.marginM!).toBeLessThan(room.marginM!)
  })

  it('takes a driver who brakes at a later cone to be faster there, never already slowed', () => {
    const { cones, room } = firstCorner(20)
    const cone = cones.find((c) => c.cornerNumber === room.cornerNumber && c.duty === 'brake')!
    const at = (alongM: number) => {
      const moves = [{ coneId: cone.id, stationM: cone.stationM + alongM, offsetM: cone.offsetM }]
      return plainMarks(solvedOn(20), { moves }).room[0]!
    }
    const later = [0, 10, 20, 40].map(at)
    later.slice(1).forEach((r, k) => {
      expect(r.coneSpeedMps).toBeGreaterThan(later[k]!.coneSpeedMps)
      expect(r.marginM!).toBeLessThan(later[k]!.marginM! - 9)
    })
    const [, , , worst] = later
    expect(worst!.verdict).toBe('unsafe')
    const earlier = at(40 - worst!.coneEarlierM! - 0.1)
    expect(earlier.marginM!).toBeGreaterThanOrEqual(0) // what it says would be enough is
    expect(earlier.marginM!).toBeLessThan(1)
  })

  it('counts from the last of several brake cones, whichever was put there first', () => {
    const { cones, room } = firstCorner(60)
    const { stationM, offsetM } = cones.find((c) => c.cornerNumber === room.cornerNumber && c.duty === 'brake')!
    const withAnother = (alongM: number) => {
      const added = [{ id: 'second', cornerNumber: room.cornerNumber, duty: 'brake' as const, stationM: stationM + alongM, offsetM }]
      return plainMarks(solvedOn(60), { added }).room[0]!
    }
    expect(withAnother(15).coneStationM).toBeCloseTo(stationM + 15, 6)
    expect(withAnother(-15).coneStationM).toBeCloseTo(stationM, 6)
  })

  it('is looked at where the driver only lifts too', () => {
    // so weak that it comes to the bend little faster than it can take it
    const weakly = [6, 8, 10, 12, 14, 16, 18].map((nm) => {
      const weak = plainVehicle({ torqueNm: [[0, nm]], muBrake: 1, brakeMaxG: 1, dragAreaM2: 2 })
      return accepted(solvePlan({ circuit: stadium(2), vehicle: weak, setup }))
    })
    const solution = weakly.find(({ corners }) => corners.some((c) => c.points.lift))!
    const lifted = solution.corners.filter((c) => c.points.lift)
    expect(lifted.length).toBeGreaterThan(0)
    const { room, cones } = plainMarks(solution)
    for (const { number, points } of lifted) {
      const found = room.find((r) => r.cornerNumber === number)!
      // a lift cone that would stand beside the turn cone is left to it
      const cone = cones.find((c) => c.cornerNumber === number && c.duty === 'lift') ?? points.lift!
      expect(found).toMatchObject({ mark: 'lift', coneStationM: cone.stationM })
    }
  })

  it('is unknown, not enough, where the circuit’s file says nothing', () => {
    expect(firstCorner(null).room).toMatchObject({ verdict: 'unknown', marginM: null, obstacleSpeedMps: null })
  })
})

describe('the ground beyond the edge', () => {
  const corner = (surface: string, change: Partial<Vehicle> = {}, grip = 1) => {
    const driven = { ...vehicle, ...change }
    const conditions = { ...setup.conditions, grip }
    const solution = accepted(solvePlan({ circuit: stadium(20, surface), vehicle: driven, setup: { ...setup, conditions } }))
    return markPlan(solution, { firstSession: false, coneEdits: noConeEdits }, usualTerms).room[0]!
  }

  it('is grass, gravel, or the road’s own on asphalt; wet under a grip of 0.85; next to nothing for a motorcycle', () => {
    const found = (surface: string, kind: Vehicle['kind'], grip: number) => groundGrip(surface, { kind }, { grip }, usualGround)
    expect([1, 0.85, 0.849].map((grip) => found('grass', 'car', grip))).toEqual([0.35, 0.35, 0.2])
    expect([1, 0.7].map((grip) => found('gravel', 'kart', grip))).toEqual([0.55, 0.5])
    expect(found('asphalt', 'car', 0.7)).toBeNull()
    expect(found('sand', 'car', 1)).toBe(0.35)
    expect([found('grass', 'motorcycle', 1), found('gravel', 'motorcycle', 1)]).toEqual([0.1, 0.1])
    expect(found('asphalt', 'motorcycle', 1)).toBeNull()
  })

  it('leaves the less room, the less it brakes', () => {
    const margins = [corner('asphalt'), corner('gravel'), corner('grass'), corner('grass', { kind: 'motorcycle', maxLeanDeg: 60 })]
    margins.slice(1).forEach((room, k) => expect(room.marginM!).toBeLessThan(margins[k]!.marginM!))
    expect(corner('asphalt').groundG).toBeNull()
  })

  it('leaves no less room the better the school takes it to be', () => {
    const solution = solvedOn(20)
    const marginWith = (dry: number) => {
      const ground = { ...usualGround, grass: { dry, wet: dry } }
      return markPlan(solution, { firstSession: false, coneEdits: noConeEdits }, { ...usualTerms, ground }).room[0]!.marginM!
    }
    fc.assert(
      fc.property(fc.double({ min: 0.02, max: 1.2, noNaN: true }), fc.double({ min: 0, max: 0.3, noNaN: true }), (dry, better) => {
        expect(marginWith(Math.min(1.2, dry + better))).toBeGreaterThanOrEqual(marginWith(dry) - 1e-9)
      }),
      { seed: 7, numRuns: 40 },
    )
  })
})

describe('ten per cent too fast', () => {
  const DEPTH_M = 20
  const found = (depthM: number | null) => plainMarks(solvedOn(depthM)).tooFast

  it('leaves the road in the bend at 1.1 times the planned speed, and stops on the ground or does not, by v²/2a', () => {
    const [first] = found(DEPTH_M)
    const { track, trace } = solvedOn(DEPTH_M)
    const bendM = first!.leavesAtM! - 2 * HALF_M
    // a circle of 1.21 times the radius, touched at turn-in, crosses the edge 43.5 m along the bend: a corner that tightens no sooner
    const [own, edge] = [1.21 * RADIUS_M, RADIUS_M + 5]
    const crossing = Math.asin((edge ** 2 - own ** 2 + (own - RADIUS_M) ** 2) / (2 * (own - RADIUS_M) * edge))
    expect(bendM).toBeGreaterThan(RADIUS_M * (Math.PI / 2 + crossing) - 3)
    expect(bendM).toBeLessThan(RADIUS_M * Math.PI)
    expect(first!.speedMps).toBeCloseTo(1.1 * trace.speedMps[Math.round(first!.leavesAtM! / track.stepM)]!, 1)
    expect(first).toMatchObject({ surface: 'grass', depthM: DEPTH_M, groundG: usualGround.grass.dry })
    // between straight across the grass and along the edge’s tangent
    const acrossM = first!.marginM! + first!.speedMps ** 2 / (2 * G * usualGround.grass.dry)
    expect(acrossM).toBeGreaterThan(DEPTH_M)
    expect(acrossM).toBeLessThan(Math.sqrt((edge + DEPTH_M) ** 2 - edge ** 2) + 1)
    // v² = v₀² − 2·a·s at the obstacle
    const leftSquared = first!.speedMps ** 2 - 2 * G * usualGround.grass.dry * acrossM
    expect(first!.obstacleSpeedMps! ** 2).toBeCloseTo(Math.max(0, leftSquared), 0)
    expect(first!.verdict).toBe(first!.marginM! < 0 ? 'watch' : 'room')
  })

  it('is to be watched where only turning harder than planned helps, unsafe where nothing does', () => {
    const [near] = found(2)
    expect(near!.verdict).toBe('watch') // at 80 % of the grip, 1.21 times the demand is what the tyres still have
    const pace = { lateral: 1, brake: 1, drive: 1 }
    const all = accepted(solvePlan({ circuit: stadium(2), vehicle, setup: { ...setup, pace } }))
    expect(plainMarks(all).tooFast[0]!.verdict).toBe('unsafe')
  })

  it('has the speed at what stands near, and is not known where the file says nothing', () => {
    const [near] = found(2)
    expect(near!.obstacleSpeedMps!).toBeGreaterThan(0)
    expect(near!.obstacleSpeedMps!).toBeLessThan(near!.speedMps)
    expect(found(null)[0]).toMatchObject({ verdict: 'unknown', surface: null, marginM: null })
  })

  it('is looked at in every corner, also where nobody brakes', () => {
    const solution = solvedOn(DEPTH_M)
    expect(found(DEPTH_M).map((r) => r.cornerNumber)).toEqual(solution.corners.map((c) => c.number))
  })
})
