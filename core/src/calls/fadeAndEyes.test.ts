import { describe, expect, it } from 'vitest'
import { accepted, circlePoints, circuitDocument, checkSetup, position } from '../../fixtures/circuits'
import { plainVehicle } from '../../fixtures/roads'
import { circuitFromDocument } from '../files/readCircuit'
import { solvePlan } from '../plan/solvePlan'
import type { CallOption } from './chooseCalls'
import { lookTo } from './eyes'
import { fadeCalls } from './fade'

const call = (id: string, safety: boolean): CallOption => ({
  id,
  actionTimeS: 10,
  words: { long: 'Brake at the board', normal: 'Brake now', short: 'Brake' },
  weight: 1,
  safety,
})

describe('calls as a student gets it right', () => {
  const options = [call('1-turn', false), call('1-brake', true)]

  it('are all there on the first lap, and after one that was right', () => {
    expect(fadeCalls(options, new Map())).toEqual(options)
    expect(fadeCalls(options, new Map([['1-turn', 1]]))).toEqual(options)
  })

  it('leave after two right running, but those to slow down stay in their shortest words', () => {
    const left = fadeCalls(
      options,
      new Map([
        ['1-turn', 2],
        ['1-brake', 3],
      ]),
    )
    expect(left.map((c) => c.id)).toEqual(['1-brake'])
    expect(left[0]!.words).toEqual({ long: 'Brake', normal: 'Brake', short: 'Brake' })
  })
})

describe('where to look', () => {
  const drive = (features: object[]) =>
    accepted(
      solvePlan({
        circuit: accepted(circuitFromDocument(circuitDocument({ points: circlePoints(150, 48), features }))),
        vehicle: plainVehicle({}),
        setup: { ...checkSetup('blend-080'), lineSchool: 'given', givenLine: [[0, 0]] },
      }),
    )

  it('is where the car will be in four seconds: speed times four on a steady circle', () => {
    const plan = drive([])
    const { aheadM, hiddenBy } = lookTo(plan, 100)
    expect(Math.abs(aheadM - 4 * plan.trace.speedMps[50]!)).toBeLessThan(2)
    expect(hiddenBy).toBeNull()
    expect(lookTo(plan, 100, 6).aheadM / lookTo(plan, 100, 3).aheadM).toBeCloseTo(2, 1)
  })

  it('says what hides it', () => {
    const crest = {
      type: 'Feature',
      properties: { role: 'hazard', kind: 'blind-crest' },
      geometry: { type: 'Point', coordinates: position(0, 150) },
    }
    const plan = drive([crest])
    expect(lookTo(plan, 210).hiddenBy).toBe('a blind crest')
    expect(lookTo(plan, 260).hiddenBy).toBeNull() // already past it
  })

  it('is three to six seconds ahead', () => {
    expect(() => lookTo(drive([]), 0, 9)).toThrow('aheadS must be 3 to 6, got 9')
  })
})
