import { noConeEdits, planDraftSchema } from '@ochote/contracts'
import { describe, expect, it } from 'vitest'
import { markedStadium, plan, solved } from '../fixtures/stadium'
import { added, broughtBack, locked, moved, newCone, nudged, putBack, remarked, takenAway, unlocked } from './coneEdits'
import { variantOf } from './variants'

const solution = solved()
const cones = markedStadium({}, solution).cones
const cone = cones[0]!

describe('what is done to cones by hand', () => {
  it('moves one, and puts it back as if it never was', () => {
    const there = nudged(solution.track, noConeEdits, cone, 5)
    const [placed] = markedStadium(there, solution).cones.filter((c) => c.id === cone.id)
    expect(placed!.moved!.alongM).toBeCloseTo(5, 6)
    expect(placed!.inFromEdgeM).toBeCloseTo(cone.inFromEdgeM, 1) // it stays at the edge
    expect(putBack(there, cone.id)).toEqual(noConeEdits)
  })

  it('locks one where it stands through later changes, and unlocks it there', () => {
    const held = locked(noConeEdits, cone)
    expect(held.moves).toEqual([{ coneId: cone.id, stationM: cone.stationM, offsetM: cone.offsetM }])
    expect(locked(held, cone)).toEqual(held)
    expect(unlocked(held, cone.id)).toEqual({ ...held, locked: [] })
  })

  it('takes a computed one away until it is brought back, one added by hand for good', () => {
    const without = takenAway(noConeEdits, cone)
    expect(markedStadium(without, solution).cones).toHaveLength(cones.length - 1)
    expect(broughtBack(without, cone.id)).toEqual(noConeEdits)
    const own = newCone(solution, solution.corners[0]!.number, 'gate', 'by-hand-1')
    const more = remarked(moved(added(noConeEdits, own), { coneId: own.id, stationM: 3, offsetM: 6 }), own.id, ' wide ')
    expect(more.notes).toEqual([{ coneId: own.id, note: 'wide' }])
    const [placed] = markedStadium(more, solution).cones.filter((c) => c.by === 'hand')
    expect(placed).toMatchObject({ stationM: 3, offsetM: 6, remark: 'wide', side: 'left' })
    expect(takenAway(more, placed!)).toEqual(noConeEdits)
  })
})

describe('a plan’s variants', () => {
  const draft = { ...planDraftSchema.parse(plan), firstSession: true }

  it('step up pace within what there is, and leave first sessions', () => {
    const { setup, firstSession } = variantOf(
      { ...draft, setup: { ...draft.setup, pace: { lateral: 0.8, brake: 0.98, drive: 1 } } },
      'next-step',
    )
    expect(setup.pace).toEqual({ lateral: 0.85, brake: 1, drive: 1 })
    expect(firstSession).toBe(false)
  })

  it('take no answer over for what was unsafe', () => {
    const answered = { ...draft, unsafeAnswers: [{ cornerNumber: '1', reason: 'Known', by: 'Rhona Keld', shortM: 3 }] }
    for (const key of ['wet', 'dry', 'copy', 'next-step'] as const) expect(variantOf(answered, key).unsafeAnswers).toEqual([])
    expect(variantOf(draft, 'wet').setup.conditions.grip).toBeLessThan(variantOf(draft, 'dry').setup.conditions.grip)
  })
})
