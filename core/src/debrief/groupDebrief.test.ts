import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { LogEntry } from '@ochote/contracts'
import type { Severity } from '../faults/catalogue'
import { stintRecord } from '../stintLog/stintRecord'
import { groupDebrief, type GroupStudent } from './groupDebrief'

type Fault = readonly [corner: string, code: string, severity: Severity]
const corners = ['1', '2', '3', '4', '5', '6']
let made = 0
const entry = (atS: number, rest: object): LogEntry =>
  ({
    ...{ id: `00000000-0000-4000-8000-${String(++made).padStart(12, '0')}`, stintId: 's', deviceId: 'd' },
    ...{ deviceTime: new Date(Date.UTC(2026, 9, 17, 9, 0, atS)).toISOString(), ...rest },
  }) as LogEntry

const student = (id: string, faults: readonly Fault[], praised: readonly string[] = []): GroupStudent => ({
  id,
  records: [
    stintRecord([
      entry(0, { kind: 'line' }),
      ...faults.map(([corner, code, severity], k) => entry(1 + k, { kind: 'fault', lap: 1, corner, code, severity })),
      ...praised.map((corner, k) => entry(30 + k, { kind: 'praise', lap: 1, corner, code: 'smooth' })),
      entry(100, { kind: 'line' }),
      entry(200, { kind: 'in' }),
    ]),
  ],
})

describe('a group’s debrief', () => {
  const group = [
    student('ada', [
      ['2', 'be', 2],
      ['3', 'bh', 1],
      ['6', 'xn', 1],
    ]),
    student('ben', [
      ['2', 'be', 1],
      ['3', 'bh', 2],
      ['5', 'of', 3],
    ]),
    student('cy', [['2', 'be', 2]], ['3']),
    student('dee', []),
  ]
  const { corners: grid, common, sections, driven, laps } = groupDebrief(group, corners)

  it('has each corner where something was logged, student by student', () => {
    expect(grid.map(({ corner, faults }) => [corner, faults])).toEqual([
      ['2', 3],
      ['3', 2],
      ['5', 1],
      ['6', 1],
    ])
    expect(grid[1]!.students.map(({ worst, faults, praises }) => [worst, faults, praises])).toEqual([
      [1, 1, 0],
      [2, 1, 0],
      [null, 0, 1],
      [null, 0, 0],
    ])
    expect([driven, laps]).toEqual([4, 4])
  })

  it('puts what is unsafe first, then what most of them have; what one of them has alone is not the group’s', () => {
    expect(common.map(({ corner, code, studentIds }) => [corner, code, studentIds.length])).toEqual([
      ['5', 'of', 1],
      ['2', 'be', 3],
      ['3', 'bh', 2],
    ])
  })

  it('takes for a good example who was praised there, and not who nobody watched', () => {
    expect(common.find(({ corner }) => corner === '3')!.goodExamples).toEqual(['cy'])
    expect(common.find(({ corner }) => corner === '2')!.goodExamples).toEqual([])
  })

  it('suggests neighbouring corners together, unsafe ones first, with who needs them', () => {
    expect(sections.map(({ corners: own, studentIds, hasUnsafe }) => [own.join(), studentIds.length, hasUnsafe])).toEqual([
      ['5', 1, true],
      ['2,3', 3, false],
    ])
  })

  it('says nothing of a group without a log', () => {
    expect(groupDebrief([student('ada', [])], corners)).toMatchObject({ corners: [], common: [], sections: [] })
    expect(groupDebrief([], corners)).toMatchObject({ driven: 0, laps: 0 })
  })

  it('does not depend on the order of the students, and one more student never makes a fault less common', () => {
    const faults = fc.array(fc.tuple(fc.constantFrom(...corners), fc.constantFrom('be', 'bh', 'am'), fc.constantFrom<Severity>(1, 2, 3)), {
      maxLength: 6,
    })
    fc.assert(
      fc.property(fc.array(faults, { minLength: 1, maxLength: 5 }), faults, (each, more) => {
        const all = each.map((own, k) => student(`s${k}`, own))
        const keys = (students: readonly GroupStudent[]) =>
          groupDebrief(students, corners)
            .common.map((one) => `${one.corner}${one.code} ${one.studentIds.length} ${one.times} ${one.worst}`)
            .sort()
        expect(keys([...all].reverse())).toEqual(keys(all))
        const before = groupDebrief(all, corners).common
        const after = groupDebrief([...all, student('more', more)], corners).common
        for (const one of before) {
          const now = after.find(({ corner, code }) => corner === one.corner && code === one.code)!
          expect(now.studentIds.length).toBeGreaterThanOrEqual(one.studentIds.length)
        }
      }),
    )
  })
})
