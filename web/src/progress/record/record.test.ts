import { describe, expect, it } from 'vitest'
import type { Debrief, Person, StudentView } from '@ochote/contracts'
import { stintRecord } from '@ochote/core'
import { dayView, idOf, stint, student, threeLaps } from '../../fixtures/stadium'
import { recordPage } from './recordPage'
import { namedInRecord, openHomework, stintParts } from './takenHome'

const debrief: Debrief = {
  ...{ stintId: stint.id, version: 1, good: ['Corner 1: eyes up'], sentence: 'Let the <brake> follow your eyes.' },
  workOn: [{ corner: '2', code: 'be', advice: 'brake at the cone', reason: 'seen on lap 1' }],
}
const day = dayView([{ stint, debriefed: true }])
const later = { ...stint, id: idOf(901), startsAt: '14:00' }
const view: StudentView = {
  person: { ...student, wishes: 'asthma, spray in the bag', emergencyContact: 'Rolf 0123' },
  days: [
    {
      ...day,
      stints: [
        { stint: later, debrief: null },
        { stint, debrief },
      ],
    },
  ],
}
const records = new Map([
  [stint.id, stintRecord(threeLaps())],
  [later.id, stintRecord([])],
])
const other: Person = { ...student, id: idOf(902), name: 'Leo Vantongeren' }
const open = openHomework([
  { id: idOf(903), personId: student.id, text: 'Walk the track', givenOn: '2026-10-17', doneOn: null },
  { id: idOf(904), personId: student.id, text: 'Sit lower', givenOn: '2026-10-03', doneOn: '2026-10-17' },
])

describe('a student’s record as a page', () => {
  const page = async () => {
    const tables = [
      {
        title: 'Skills',
        heads: ['Skill', 'Tight corners'],
        rows: [['braking', 'steady']],
        widths: [1, 1],
        note: 'Only signed steps count.',
      },
    ]
    const html = await recordPage({ name: student.name, sub: 'Record', tables, homework: open, stints: stintParts(view, records) }).text()
    return { html, words: new DOMParser().parseFromString(html, 'text/html').body.textContent }
  }

  it('has tables, open homework, and each driven stint with its debrief, laps and corrections', async () => {
    const { words } = await page()
    for (const one of [
      'Una Brook',
      'steady',
      'Only signed steps count.',
      'Walk the track',
      'Corner 1: eyes up',
      'Corner 2: brake at the cone',
      'The licensed instructor decides',
    ])
      expect(words).toContain(one)
    expect(words).toContain('Let the <brake> follow your eyes.') // what was typed stays text
    expect(words).toMatch(/Saturday 17 October 2026, 10:40Stadium · 3 laps: \d:\d\d\.\d\d, /)
    expect(words).not.toContain('Sit lower')
    expect(words).not.toContain('14:00') // not driven
  })

  it('has nothing that is private to the school, asks no network, and runs nothing', async () => {
    const { html } = await page()
    for (const one of ['asthma', 'Rolf 0123', other.name]) expect(html).not.toContain(one)
    expect(html).not.toMatch(/https?:|src=|href=|<script|<link/)
  })

  it('is not to be made where a debrief or homework names another student', () => {
    const named = (sentence: string, homework: readonly string[] = open) => {
      const days = [{ ...view.days[0]!, stints: [{ stint, debrief: { ...debrief, sentence } }] }]
      return namedInRecord(student.id, stintParts({ ...view, days }, records), homework, [student, other])
    }
    expect(named('Better than Vantongeren')).toEqual(['Leo Vantongeren'])
    expect(named('Well driven, Una Brook', ['Ask Leo Vantongeren'])).toEqual(['Leo Vantongeren'])
    expect(named('Well driven, Una Brook')).toEqual([])
  })
})
