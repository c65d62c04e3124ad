import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { SolvedCorner } from '../corners/solvedCorner'
import type { Places } from '../review/passes'
import { groupTime, type PassPart, type RecordedStudent } from './groupTime'

type Losses = Partial<Record<PassPart, number>>
const at = (number: string) => ({ corner: { number } as SolvedCorner }) as Places
/** A student with one pass at a corner for each entry. */
const student = (id: string, passes: readonly (readonly [corner: string, lost: Losses])[]): RecordedStudent => ({
  id,
  passes: passes.map(([corner, lost], k) => ({
    ...{ lap: k + 1, places: at(corner) },
    lossS: { braking: 0, entry: 0, exit: 0, straight: 0, ...lost },
  })),
})

describe('where a group’s time is', () => {
  const ada = student('ada', [
    ['1', { braking: 0.2 }],
    ['1', { braking: 0.4 }],
    ['2', { exit: 0.1, straight: 0.5 }],
    ['2', { exit: 0.1, straight: 0.7 }],
  ])
  const ben = student('ben', [
    ['1', { braking: 0.1, entry: 0.1 }],
    ['1', { braking: 0.1, entry: 0.1 }],
    ['2', { straight: 0.9 }],
    ['2', { straight: 1.1 }],
    ['3', { entry: 2 }],
    ['3', { entry: 2 }],
  ])

  it('is what the middle student loses on a middle lap, the costliest corner first, with the part that costs most', () => {
    const found = groupTime([ada, ben], ['1', '2', '3'])
    // corner 2: Ada's middle lap 0.7 s, Ben's 1.0 s; corner 1: 0.3 s and 0.2 s
    expect(found.map(({ corner, part, lostS }) => [corner, part, Number(lostS.toFixed(3))])).toEqual([
      ['2', 'straight', 0.85],
      ['1', 'braking', 0.25],
    ])
    expect(found[0]!.students.map(({ studentId, lostS, laps }) => [studentId, Number(lostS.toFixed(3)), laps])).toEqual([
      ['ada', 0.7, 2],
      ['ben', 1, 2],
    ])
  })

  it('is not known from one student, or from one lap of each', () => {
    expect(groupTime([ben], ['1', '2', '3'])).toEqual([])
    const once = student('cy', [['1', { braking: 3 }]])
    expect(groupTime([ada, once], ['1', '2'])).toEqual([])
  })

  it('does not depend on the order of students and laps, and lies between what the students lose', () => {
    const losses = fc.array(fc.double({ min: -1, max: 3, noNaN: true }), { minLength: 2, maxLength: 6 })
    fc.assert(
      fc.property(fc.array(losses, { minLength: 2, maxLength: 6 }), (each) => {
        const of = (own: readonly number[], k: number) =>
          student(
            `s${k}`,
            own.map((s) => ['1', { entry: s }]),
          )
        const [found] = groupTime(each.map(of), ['1'])
        const [turned] = groupTime([...each].map((own, k) => of([...own].reverse(), k)).reverse(), ['1'])
        expect(turned!.lostS).toBeCloseTo(found!.lostS, 9)
        const lost = found!.students.map(({ lostS }) => lostS)
        expect(found!.lostS).toBeGreaterThanOrEqual(Math.min(...lost) - 1e-9)
        expect(found!.lostS).toBeLessThanOrEqual(Math.max(...lost) + 1e-9)
      }),
    )
  })
})
