import { describe, expect, it } from 'vitest'
import type { Setup, Units } from '@ochote/contracts'
import { accepted, checkCircuit, checkSetup, checkVehicle, circuitDocument, position, stadiumPoints } from '../../fixtures/circuits'
import { plainMarks } from '../../fixtures/plainMarks'
import { callOptionsOf } from '../calls/callOptions'
import { cornerSteps } from '../brief/cornerSteps'
import { circuitFromDocument } from '../files/readCircuit'
import { signedApart } from '../geometry/track'
import { solvePlan, type PlanSolution } from '../plan/solvePlan'
import { markRemark } from './markWords'

const vehicle = { ...checkVehicle('hatch'), widthM: 1.8 }
const blend = checkSetup('blend-080')

/** A stadium of left-hand bends, driven down a line so far left of its middle. */
function driven(offsetM: number, features: object[] = [], halfM = 5) {
  const properties = { widthLeft: halfM, widthRight: halfM }
  const circuit = accepted(circuitFromDocument(circuitDocument({ points: stadiumPoints(220, 48), properties, features })))
  const setup: Setup = { ...blend, lineSchool: 'given', givenLine: [[0, offsetM]] }
  return accepted(solvePlan({ circuit, vehicle, setup }))
}
const remarksOf = ({ corners }: PlanSolution, units: Units = 'metric') => corners[0]!.marks.remarks.map((r) => markRemark(r, units))
const hazardAt = (x: number, y: number) => ({
  type: 'Feature',
  properties: { role: 'hazard', kind: 'standing-water', severity: 2 },
  geometry: { type: 'Point', coordinates: position(x, y) },
})

describe('marks at the edges', () => {
  // the car’s side is 0.9 m from its middle: from the inside edge it is 5 − 0.9 − offset
  it.each([
    [3.2, 'apex', null],
    [3.1, 'apex', null],
    [2.6, 'hold', 1.5],
    [1.2, 'hold', 2.9],
    [1.0, null, null],
    [-2, null, null],
  ] as const)('on a line %f m left of the middle have at the inside: %s, %s m out', (offsetM, duty, holdM) => {
    const [corner] = driven(offsetM).corners
    expect(corner!.marks.apex?.duty ?? null).toBe(duty)
    if (holdM === null) expect(corner!.marks.apex?.holdM ?? null).toBeNull()
    else expect(corner!.marks.apex!.holdM).toBeCloseTo(holdM, 6)
  })

  it('say why a mark is missing, and how far out a hold mark is, on the cone and in the briefing', () => {
    const held = driven(2.6)
    const cone = plainMarks(held).cones.find((c) => c.id === '1-apex')!
    expect(cone).toMatchObject({ duty: 'hold', note: 'the line keeps the car’s side 1.5 m from the inside edge' })
    expect(cornerSteps(held.corners[0]!, plainMarks(held).cones, 'metric').map((s) => s.action)).toContain('Hold 1.5 m off the inside edge')
    expect(remarksOf(held)[0]).toBe('Hold cone instead of an apex cone: the line keeps the car’s side 1.5 m from the inside edge')
    const away = driven(0)
    expect(remarksOf(away)[0]).toBe('No apex cone: the line keeps the car’s side 4.1 m from the inside edge')
    // 4.1 m are 4.48 yd
    expect(remarksOf(away, 'imperial')[0]).toBe('No apex cone: the line keeps the car’s side 4.5 yd from the inside edge')
    expect(plainMarks(away).cones.some((c) => c.id === '1-apex')).toBe(false)
  })

  it('have an exit cone only where the car comes to the outer edge, and a call to run out only there', () => {
    const verbs = (offsetM: number) => Object.values(callOptionsOf(plainMarks(driven(offsetM))).about).map((c) => c.verb)
    expect(plainMarks(driven(-3.2)).cones.filter((c) => c.duty === 'exit')).toHaveLength(2)
    expect(verbs(-3.2)).toContain('let it out')
    expect(plainMarks(driven(-2.9)).cones.filter((c) => c.duty === 'exit')).toHaveLength(0)
    expect(verbs(-2.9)).not.toContain('let it out')
  })

  it('keep a car 3 m from water at the edge it would be sent to', () => {
    const plain = driven(3.5)
    const { apex } = plain.corners[0]!.points
    const track = plain.track
    const i = Math.round(apex!.stationM / track.stepM) % track.count
    const across = (m: number) =>
      [track.x[i]! - m * Math.sin(track.headingRad[i]!), track.y[i]! + m * Math.cos(track.headingRad[i]!)] as const
    const beside = driven(3.5, [hazardAt(...across(4.8))])
    expect(beside.corners[0]!.marks.apex).toMatchObject({ duty: 'hold' })
    expect(beside.corners[0]!.marks.apex!.holdM).toBeCloseTo(5 - 4.8 + 3, 1)
    expect(remarksOf(beside)[0]).toContain('standing water')
    // on the other side, or far off, it changes nothing
    expect(driven(3.5, [hazardAt(...across(-4.8))]).corners[0]!.marks.apex).toMatchObject({ duty: 'apex' })
    expect(driven(3.5, [hazardAt(...across(9))]).corners[0]!.marks.apex).toMatchObject({ duty: 'apex' })
    // a cone that was put there by hand is found
    const cones = plainMarks(beside, {
      added: [{ id: 'own', cornerNumber: '1', duty: 'apex', stationM: apex!.stationM, offsetM: 5.3 }],
    })
    expect(cones.findings).toMatchObject([{ coneId: 'own', unsafe: true }])
  })
})

describe.each(['dry', 'wet'])('marks of the nine-corner circuit in the %s', (road) => {
  const grip = road === 'wet' ? { grip: 0.75, rubberedGrip: 0.75 } : { grip: 1, rubberedGrip: 1 }
  const conditions = { ...blend.conditions, ...grip }
  const setup: Setup = { ...blend, brakingSchool: 'separate', lineSchool: 'fastest', conditions }
  const solution = accepted(solvePlan({ circuit: checkCircuit('nine-corner'), vehicle, setup }))
  const { cones, findings } = plainMarks(solution)

  it('agree with the line', () => {
    expect(findings).toEqual([])
  })

  it('have braking over at the turn mark, and no slowing mark beside it, in the separate school', () => {
    for (const { number, points } of solution.corners) {
      if (points.brakeEnd)
        expect(signedApart(solution.track, points.turnIn!.stationM, points.brakeEnd.stationM), number).toBeLessThanOrEqual(3)
      const slowing = cones.find((c) => c.cornerNumber === number && (c.duty === 'brake' || c.duty === 'lift'))
      const turn = cones.find((c) => c.cornerNumber === number && c.duty === 'turn')
      if (slowing && turn) expect(signedApart(solution.track, slowing.stationM, turn.stationM), number).toBeGreaterThan(5)
    }
  })
})
