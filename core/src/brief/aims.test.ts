import { describe, expect, it } from 'vitest'
import { adviceFor, faults, isAdviceFor } from '../faults/catalogue'
import { aimClash, aimFrom, aimsOffered, aimWords } from './aims'

const cones = [
  { cornerNumber: '3', duty: 'brake', foundBy: '68 m before the 150 board' },
  { cornerNumber: '3', duty: 'apex', foundBy: '4 m past the start of the kerb' },
  { cornerNumber: '4', duty: 'turn', foundBy: 'at the 50 board' },
] as const
const markOf = (corner: string, duty: string) => {
  const cone = cones.find((c) => c.cornerNumber === corner && c.duty === duty)
  return cone ? `the cone ${cone.foundBy}` : null
}

describe('an aim that is tied to a mark', () => {
  const aim = { kind: 'mark', corner: '3', code: 'be' } as const

  it('says where the mark is in the plan that is driven, and no place without one', () => {
    expect(aimWords(aim, markOf)).toBe('Corner 3: brake at the cone 68 m before the 150 board')
    expect(aimWords(aim, () => 'the cone at the 150 board')).toBe('Corner 3: brake at the cone at the 150 board')
    expect(aimWords(aim, null)).toBe('Corner 3: brake at the brake cone')
    expect(aimClash(aim, cones)).toBeNull()
  })

  it('comes from a thing to work on unless its advice was written by hand', () => {
    expect(aimFrom({ corner: '3', code: 'be', advice: 'brake at the cone 50 m before the 150 board' })).toEqual(aim)
    expect(aimFrom({ corner: '3', code: 'be', advice: 'brake a car length past the access road' })).toEqual({
      kind: 'words',
      words: 'Corner 3: brake a car length past the access road',
    })
  })

  it('is offered where the plan has the mark', () => {
    const offered = aimsOffered([{ number: '3' }, { number: '4' }], markOf).map((a) => aimWords(a, markOf))
    expect(offered).toContain('Corner 3: brake at the cone 68 m before the 150 board')
    expect(offered).toContain('Corner 4: wait: turn at the cone at the 50 board')
    expect(offered.some((words) => words.startsWith('Corner 4: brake'))).toBe(false)
  })
})

describe('the catalogue’s own advice', () => {
  it.each(faults.map((f) => [f.code, f] as const))('of %s is known again, with and without amounts', (_code, fault) => {
    expect(isAdviceFor(fault, adviceFor(fault, 'the 100 board'))).toBe(true)
    expect(isAdviceFor(fault, adviceFor(fault, 'the cone halfway between the 100 and the 50 boards'))).toBe(true)
    expect(isAdviceFor(fault, adviceFor(fault, null, { m: '4', kmh: '6', s: '0.3', rpm: '6000' }))).toBe(true)
    expect(isAdviceFor(fault, `${adviceFor(fault, 'the 100 board')} and smile`)).toBe(false)
  })
})

describe('an aim in one’s own words', () => {
  const clash = (words: string) => aimClash({ kind: 'words', words }, cones)

  it('may name the place where the plan has its mark', () => {
    expect(clash('Corner 3: brake 68 m before the 150 board')).toBeNull()
    expect(clash('Corner 4: turn at the 50')).toBeNull()
    expect(clash('Corner 3: 4 m past the start of the kerb is the apex')).toBeNull()
    expect(clash('Eyes up, 2 words a corner')).toBeNull()
  })

  it('clashes with the plan where its place is another', () => {
    expect(clash('Corner 3: brake at the cone 50 m before the 150 board')).toEqual({
      place: '50 m before the 150 board',
      inPlan: ['68 m before the 150 board'],
    })
    expect(clash('Brake at the 100 board')).toEqual({ place: 'at the 100 board', inPlan: [] })
    expect(clash('Corner 4: brake at the 50 board')).toEqual({ place: 'at the 50 board', inPlan: [] })
  })
})
