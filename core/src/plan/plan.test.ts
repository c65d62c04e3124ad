import { beforeAll, describe, expect, it } from 'vitest'
import { noConeEdits, usualTerms, type Vehicle } from '@ochote/contracts'
import { smoothSetup } from '../../fixtures/smoothSetup'
import { accepted, checkCircuit, checkSetup, checkVehicle, circuitDocument, stadiumPoints } from '../../fixtures/circuits'
import { plainMarks } from '../../fixtures/plainMarks'
import { cornerSteps } from '../brief/cornerSteps'
import { coneFinder } from '../cones/coneEdits'
import { foundByPhrase } from '../cones/foundBy'
import { circuitFromDocument } from '../files/readCircuit'
import { isWithin } from '../geometry/corners'
import type { PlacedLandmark } from '../geometry/placedFeatures'
import { signedApart, valueAt, stationsApart } from '../geometry/track'
import { cornerByClock, lapOfCorner } from '../session/cornerByClock'
import { markPlan } from './markPlan'
import { planDocument } from './planDocument'
import { solvePlan, type PlanSolution } from './solvePlan'

const nine = checkCircuit('nine-corner')
const solve = (change: { school?: 'separate' | 'blend' | 'trail'; vehicle?: string } = {}): PlanSolution =>
  accepted(
    solvePlan({
      circuit: nine,
      vehicle: checkVehicle(change.vehicle ?? 'hatch'),
      setup: {
        ...smoothSetup(nine, checkVehicle(change.vehicle ?? 'hatch'), checkSetup('blend-080')),
        brakingSchool: change.school ?? 'blend',
      },
    }),
  )

let plan: PlanSolution
const marks = () => plainMarks(plan)
beforeAll(() => {
  plan = solve()
})
const corner = (number: string, of = plan) => of.corners.find((c) => c.number === number)!

describe('corner points', () => {
  it('come in the order of the lap: brake, turn, apex, throttle, exit', () => {
    for (const { points, number } of plan.corners) {
      const order = [points.brakeStart ?? points.lift, points.brakeEnd, points.minSpeed, points.throttleOn].flatMap((p) => p ?? [])
      for (let k = 1; k < order.length; k++) {
        expect(signedApart(plan.track, order[k - 1]!.stationM, order[k]!.stationM), `corner ${number}`).toBeGreaterThanOrEqual(0)
      }
      expect(signedApart(plan.track, points.turnIn!.stationM, points.apex!.stationM), `corner ${number}`).toBeGreaterThan(0)
      expect(signedApart(plan.track, points.apex!.stationM, points.exit!.stationM), `corner ${number}`).toBeGreaterThanOrEqual(0)
    }
  })

  it('have the apex where the line is nearest the inside, within the corner', () => {
    for (const c of plan.corners) {
      expect(isWithin(plan.track, c, c.points.apex!.stationM)).toBe(true)
      const inside = (i: number) =>
        c.direction === 'left' ? plan.track.halfLeftM[i]! - plan.line.offsetM[i]! : plan.track.halfRightM[i]! + plan.line.offsetM[i]!
      const apex = inside(Math.round(c.points.apex!.stationM / plan.track.stepM))
      const least = Math.min(...Array.from(plan.track.stationM).flatMap((s, i) => (isWithin(plan.track, c, s) ? [inside(i)] : [])))
      expect(apex).toBeLessThan(least + 0.11)
    }
  })

  it('brake where the brakes’ own part first passes 0.1 g', () => {
    const { brakeStart } = corner('1').points
    const at = (s: number) => plan.trace.brakeMps2[Math.round(s / plan.track.stepM)]!
    expect(at(brakeStart!.stationM)).toBeGreaterThan(0.98)
    expect(at(brakeStart!.stationM - 6)).toBeLessThan(0.98)
  })

  it('have the separate school off the brakes near the turn, the trail school on them to the apex', () => {
    const offBefore = (school: 'separate' | 'trail') => {
      const { points } = corner('1', solve({ school }))
      return signedApart(plan.track, points.brakeEnd!.stationM, points.apex!.stationM)
    }
    expect(offBefore('separate')).toBeGreaterThan(25)
    expect(offBefore('trail')).toBeLessThan(12)
  })

  it('say how far it is flat out afterwards, most after the last corner', () => {
    const longest = [...plan.corners].sort((a, b) => b.after.flatOutM - a.after.flatOutM)[0]!
    expect(longest.number).toBe('9')
    expect(longest.after.flatOutM).toBeGreaterThan(350)
  })

  it('leave out brakes where a corner is taken flat, and have none in a kink', () => {
    const circuit = accepted(
      circuitFromDocument(circuitDocument({ points: stadiumPoints(400, 220), properties: { widthLeft: 6, widthRight: 6 } })),
    )
    const vehicle: Vehicle = { ...checkVehicle('hatch'), torqueNm: [[0, 70]] }
    const setup = smoothSetup(circuit, vehicle, checkSetup('trail-100'))
    const conditions = { grip: 1.4, rubberedGrip: 1, airDensity: 1.2, windMps: 0, windFromDeg: 0 }
    const gentle = accepted(solvePlan({ circuit, vehicle, setup: { ...setup, conditions } }))
    expect(gentle.corners).toHaveLength(2)
    for (const c of gentle.corners) expect([c.points.brakeStart, c.points.lift, c.points.throttleOn]).toEqual([null, null, null])
    const duties = plainMarks(gentle).cones.map((c) => c.duty)
    expect(duties).toContain('apex')
    expect(duties.filter((duty) => duty === 'brake' || duty === 'lift')).toEqual([])
  })
})

describe('cones', () => {
  it('stand 0.3 m outside the painted edge, brake and turn outside, apex inside', () => {
    for (const cone of marks().cones) {
      expect(cone.inFromEdgeM).toBeCloseTo(-0.3, 6)
      const inside = corner(cone.cornerNumber).direction
      expect(cone.side === inside, cone.id).toBe(cone.duty === 'apex')
    }
  })

  it('come one second earlier to brake in a first session', () => {
    const first = markPlan(plan, { firstSession: true, coneEdits: noConeEdits }, usualTerms)
    const usual = marks().cones.find((c) => c.id === '1-brake')!
    const early = first.cones.find((c) => c.id === '1-brake')!
    expect(signedApart(plan.track, early.stationM, usual.stationM)).toBeCloseTo(usual.speedMps, 0)
    expect(early.note).toContain('late reaction')
  })

  it('are never closer than 5 m on one side, and say what they stand for when two would be', () => {
    const { cones } = marks()
    for (const a of cones) {
      for (const b of cones) {
        if (a !== b && a.side === b.side) expect(Math.abs(signedApart(plan.track, a.stationM, b.stationM))).toBeGreaterThanOrEqual(5)
      }
    }
  })

  it('that are moved by hand stay there and say how far they are from the computed place', () => {
    const computed = marks().cones.find((c) => c.id === '4-apex')!
    const moves = [{ coneId: '4-apex', stationM: computed.stationM - 7, offsetM: computed.offsetM + 0.4 }]
    const [moved] = plainMarks(plan, { moves }).cones.filter((c) => c.id === '4-apex')
    expect(moved?.moved).toEqual({ alongM: expect.closeTo(-7, 6) as number, acrossM: expect.closeTo(0.4, 6) as number })
    expect(Math.hypot(moved!.x - computed.x, moved!.y - computed.y)).toBeGreaterThan(5)
    const slower = solve({ school: 'separate' })
    const again = plainMarks(slower, { moves }).cones.find((c) => c.id === '4-apex')!
    expect(again.stationM).toBe(moved!.stationM)
  })

  it('are taken away, added, locked and remarked on by hand, in the order of the lap', () => {
    const added = [{ id: 'h1', cornerNumber: '', duty: 'gate' as const, stationM: 1, offsetM: -7 }]
    const { cones } = plainMarks(plan, {
      moves: [],
      removed: ['4-apex', 'no such cone'],
      added,
      locked: ['4-turn'],
      notes: [{ coneId: '4-turn', note: 'by the drain cover' }],
    })
    expect(cones).toHaveLength(marks().cones.length)
    expect(cones[0]).toMatchObject({ id: 'h1', by: 'hand', side: 'right', moved: null })
    expect(cones[0]!.speedMps).toBeCloseTo(valueAt(plan.track, plan.trace.speedMps, 1), 9)
    expect(cones.some((c) => c.id === '4-apex')).toBe(false)
    expect(cones.find((c) => c.id === '4-turn')).toMatchObject({ locked: true, remark: 'by the drain cover' })
    expect(cones.filter((c) => c.locked)).toHaveLength(1)
  })
})

describe('phrases for finding a mark', () => {
  const landmark = (kind: string, name: string, stationM: number): PlacedLandmark => ({ kind, name, stationM, offsetM: 6 })
  const lap = () => plan.track
  const landmarks = [
    landmark('board', '150', 200),
    landmark('board', '100', 250),
    landmark('kerb-end', '', 400),
    landmark('tree', 'the lone pine', 700),
  ]

  it.each([
    { at: 251, words: 'at the 100 board' },
    { at: 224, words: 'halfway between the 150 and the 100 boards' },
    { at: 240, words: '10 m before the 100 board' },
    { at: 414, words: '14 m past the end of the kerb' },
    { at: 660, words: '40 m before the lone pine' },
    { at: 1500, words: '1500 m from the start line' },
  ])('"$words"', ({ at, words }) => {
    expect(foundByPhrase(lap(), landmarks, at, 'metric')).toBe(words)
  })

  it('is said in yards by a school that measures in them', () => {
    const said = (at: number) => foundByPhrase(lap(), landmarks, at, 'imperial')
    expect([said(240), said(1500), said(251)]).toEqual(['11 yd before the 100 board', '1640 yd from the start line', 'at the 100 board'])
  })

  it('name the cone in advice', () => {
    expect(coneFinder([{ cornerNumber: '4', duty: 'brake', foundBy: 'at the 50 board' }])('4', 'brake')).toBe('the cone at the 50 board')
    expect(coneFinder([])('4', 'brake')).toBeNull()
  })
})

describe('a briefing’s steps', () => {
  it('say lift or brake, gear, turn, clip, throttle, run out, in that order', () => {
    const cones = marks().cones
    const actions = cornerSteps(corner('1'), cones, 'metric').map((s) => s.action)
    expect(actions[0]).toBe('Brake, firm at once')
    expect(actions.slice(-4)).toEqual(['Turn', 'Clip', 'Squeeze the throttle', 'Let it run out'])
    expect(actions.some((a) => /^Down to (first|second|third)$/.test(a))).toBe(true)
  })

  it('name each mark’s place as its cone does, moved or not', () => {
    const moves = [{ coneId: '1-apex', stationM: corner('1').points.apex!.stationM + 12, offsetM: 5.3 }]
    const cones = plainMarks(plan, { moves }).cones
    const clip = cornerSteps(corner('1'), cones, 'metric').find((s) => s.action === 'Clip')!
    expect(clip.place).toBe(cones.find((c) => c.id === '1-apex')!.foundBy)
  })
})

describe('which corner is behind, by the clock', () => {
  const lapS = 100
  const passed = (number: string) => (plan.trace.timeS[Math.round(corner(number).endM / plan.track.stepM)]! / plan.trace.lapTimeS) * lapS

  it('is the last one whose end the stretched plan has passed', () => {
    expect(cornerByClock(plan, 2, passed('4') + 0.5, lapS)).toEqual({ corner: '4', lap: 2 })
    expect(cornerByClock(plan, 2, passed('5') - 0.5, lapS)).toEqual({ corner: '4', lap: 2 })
  })

  it('is the lap before’s last corner just after the line, and none on the first lap', () => {
    expect(cornerByClock(plan, 3, 1, lapS)).toEqual({ corner: '9', lap: 2 })
    expect(cornerByClock(plan, 1, 1, lapS)).toBeNull()
  })

  it('puts a corner chosen by hand on the lap it was last driven on', () => {
    expect(lapOfCorner(plan, '9', 3, 4, lapS)).toBe(2)
    expect(lapOfCorner(plan, '1', 3, passed('1') + 2, lapS)).toBe(3)
  })
})

describe('the plan document', () => {
  it('has equal arrays, six decimals, nine for degrees, and every point of every corner', () => {
    const document = planDocument(marks())
    const lengths = new Set(Object.values(document.samples).map((column) => column.length))
    expect([...lengths]).toEqual([plan.track.count])
    expect(String(document.samples.lon[17]).split('.')[1]!.length).toBeLessThanOrEqual(9)
    expect(document.samples.x.every((x) => Math.abs(x * 1e6 - Math.round(x * 1e6)) < 1e-3)).toBe(true)
    expect(document.corners.map((c) => c.number)).toEqual(plan.corners.map((c) => c.number))
    const last = document.samples.timeS[plan.track.count - 1]!
    expect(document.lapTimeS - last).toBeLessThan(0.2)
    expect(stationsApart(plan.track, 0, document.samples.s[1]!)).toBeCloseTo(plan.track.stepM, 5)
  })
})
