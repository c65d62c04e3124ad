import { noConeEdits, usualTerms, type Setup } from '@ochote/contracts'
import { describe, expect, it } from 'vitest'
import { accepted, checkSetup, checkVehicle, circuitDocument, stadiumPoints } from '../../fixtures/circuits'
import { plainMarks } from '../../fixtures/plainMarks'
import { circuitFromDocument } from '../files/readCircuit'
import { markPlan } from './markPlan'
import { solvePlan } from './solvePlan'

const read = () => accepted(circuitFromDocument(circuitDocument({ points: stadiumPoints(240, 45) })))
const hatch = checkVehicle('hatch')
const dry = { ...checkSetup('blend-080'), lineSchool: 'fastest' as const }
const wet: Setup = { ...dry, conditions: { ...dry.conditions, grip: 0.7, rubberedGrip: 0.8 } }

describe('a solution', () => {
  it('does not depend on what was solved on the same circuit before', () => {
    const circuit = read()
    const solve = (setup: Setup) => accepted(solvePlan({ circuit, vehicle: hatch, setup, stepM: 4 }))
    const first = { dry: solve(dry), wet: solve(wet) }
    const again = { wet: solve(wet), dry: solve(dry) }
    expect(again.dry.stored).toEqual(first.dry.stored)
    expect(again.wet.stored).toEqual(first.wet.stored)
    expect(first.dry.stored.line!.usual).toBeNull() // a dry road needs no dry line, asked for before or not
    // a stored line from elsewhere must not leak into the next plan on the circuit
    const shifted = { ...first.wet.stored, line: { ...first.wet.stored.line!, usual: first.wet.stored.line!.usual!.map((c) => c + 0.5) } }
    accepted(solvePlan({ circuit, vehicle: hatch, setup: wet, stepM: 4, stored: shifted }))
    expect(solve(wet).stored).toEqual(first.wet.stored)
  })

  it('is the same when its stored part is used', () => {
    const input = { circuit: read(), vehicle: hatch, setup: wet, stepM: 4 }
    const searched = accepted(solvePlan(input))
    const reused = accepted(solvePlan({ ...input, stored: searched.stored, onProgress: () => expect.fail('searched again') }))
    expect(reused.trace).toEqual(searched.trace)
    expect(reused.stored).toEqual(searched.stored)
  })
})

describe('cones placed for another vehicle type', () => {
  const given: Setup = { ...dry, lineSchool: 'given', givenLine: [[0, 0]] }
  const weak = { ...hatch, muBrake: 0.7 }
  const light = accepted(solvePlan({ circuit: read(), vehicle: hatch, setup: given }))
  const driven = accepted(solvePlan({ circuit: read(), vehicle: weak, setup: given }))
  const rules = { firstSession: false, coneEdits: noConeEdits }
  const mixed = markPlan(driven, rules, usualTerms, light)

  it('stand where they were placed', () => {
    expect(mixed.cones.map((c) => [c.id, c.stationM])).toEqual(plainMarks(light).cones.map((c) => [c.id, c.stationM]))
  })

  it('leave the room that the vehicle driven has there', () => {
    const [own, other] = [plainMarks(light).room, mixed.room]
    expect(mixed.solution.vehicle).toEqual(weak)
    expect(other.map((r) => r.coneStationM)).toEqual(own.map((r) => r.coneStationM))
    // worse brakes from the same cone
    other.forEach((r, k) => expect(r.brakingM).toBeGreaterThan(own[k]!.brakingM))
  })
})
