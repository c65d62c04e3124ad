import { describe, expect, it } from 'vitest'
import { accepted, checkCircuit, checkSetup, checkVehicle } from '../../fixtures/circuits'
import { smoothSetup } from '../../fixtures/smoothSetup'
import { signedApart, valueAt } from '../geometry/track'
import { solvePlan } from '../plan/solvePlan'
import { gripMapOf } from './gripMap'
import { givenLine } from './givenLine'
import { overEdge } from './overEdge'
import { editableLine, editLine } from './handLine'
import { lineOf } from './offsetBasis'

const circuit = checkCircuit('nine-corner')
const vehicle = checkVehicle('hatch')
const setup = smoothSetup(circuit, vehicle, checkSetup('blend-080'))
const plan = accepted(solvePlan({ circuit, vehicle, setup }))
const editable = editableLine(plan, gripMapOf(plan.track, setup.conditions, plan.usual), vehicle, setup, 8)
const apexM = plan.corners[2]!.points.apex!.stationM

describe('a line edited by hand', () => {
  it('begins as the line it was made from, to a decimetre, and as quick', () => {
    const { line, trace } = editLine(editable, 0, valueAt(plan.track, plan.line.offsetM, 0))
    expect(Math.max(...line.offsetM.map((n, i) => Math.abs(n - plan.line.offsetM[i]!)))).toBeLessThan(0.1)
    expect(trace.lapTimeS / plan.trace.lapTimeS).toBeCloseTo(1, 2)
  })

  it('passes where it was dragged to, and far away runs as before', () => {
    const unmoved = lineOf(editable.basis, editable.coefficients)
    const here = valueAt(plan.track, plan.line.offsetM, apexM)
    const { line } = editLine(editable, apexM, here - 1.5)
    expect(valueAt(plan.track, line.offsetM, apexM)).toBeCloseTo(here - 1.5, 0)
    plan.track.stationM.forEach((s, i) => {
      if (Math.abs(signedApart(plan.track, apexM, s)) > 60) expect(Math.abs(line.offsetM[i]! - unmoved.offsetM[i]!)).toBeLessThan(1e-9)
    })
  })

  it('is slower where an apex is missed, with the speeds of its own curvature', () => {
    const here = valueAt(plan.track, plan.line.offsetM, apexM)
    const missed = editLine(editable, apexM, here + (plan.corners[2]!.direction === 'left' ? -2 : 2))
    expect(missed.trace.lapTimeS).toBeGreaterThan(plan.trace.lapTimeS)
    expect(missed.trace.speedMps).toHaveLength(plan.track.count)
  })

  it('is stored as pairs of station and offset that give the same line again, to a millimetre', () => {
    const moved = editLine(editable, apexM, 1)
    const again = accepted(givenLine(plan.track, moved.givenLine))
    moved.line.offsetM.forEach((n, i) => expect(Math.abs(again.offsetM[i]! - n)).toBeLessThan(0.001))
    moved.line.bendPerM.forEach((bend, i) => expect(Math.abs(again.bendPerM[i]! - bend)).toBeLessThan(1e-4))
  })

  it('says where it takes the vehicle over an edge, on which side and by how much', () => {
    const { track } = plan
    expect(overEdge(track, plan.line, vehicle.widthM)).toEqual([])
    const half = track.halfLeftM[0]!
    const over = editLine(editable, apexM, half - vehicle.widthM / 2 + 0.5)
    const stretches = overEdge(track, over.line, vehicle.widthM)
    expect(stretches).toHaveLength(1)
    expect(stretches[0]).toMatchObject({ side: 'left' })
    expect(stretches[0]!.byM).toBeGreaterThan(0.3)
    expect(stretches[0]!.byM).toBeLessThan(0.7)
    expect(stretches[0]!.fromM).toBeLessThan(apexM)
    expect(stretches[0]!.toM).toBeGreaterThan(apexM)
  })
})
