import { afterEach, describe, expect, it, vi } from 'vitest'
import type { Debrief, Person, StudentView } from '@ochote/contracts'
import { stintRecord } from '@ochote/core'
import { dayView, idOf, stint, student, threeLaps } from '../../fixtures/stadium'
import type { PlacedNote } from '../../reading/StintReading'
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

const drawn: PlacedNote = {
  ...{ place: 'corner 2', recordingId: idOf(905) },
  note: {
    ...{ id: idOf(906), lap: 2, stationM: 10, text: 'look <here>', madeAt: '2026-10-17T09:00:00.000Z', soundId: idOf(907) },
    ...{ isQuestion: true, answer: 'Yes, further' },
    drawing: { strokes: [{ kind: 'line', points: [[0, 0], [0.5, 0.5]] }], words: [] }, // prettier-ignore
  },
}
afterEach(() => vi.unstubAllGlobals())

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
    vi.stubGlobal('fetch', () => Promise.resolve(new Response(new Uint8Array([0x1a, 0x45, 0xdf, 0xa3]))))
    const stints = stintParts(view, records, new Map([[later.id, [drawn]]]))
    const html = await (await recordPage({ name: student.name, sub: 'Record', tables, homework: open, stints })).text()
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
  })

  it('has the notes on recorded laps, with what was said and what was drawn', async () => {
    const { html, words } = await page()
    expect(words).toContain('Lap 2, corner 2, a question: look <here>')
    expect(words).toContain('Answer: Yes, further')
    const body = new DOMParser().parseFromString(html, 'text/html')
    expect(body.querySelector('audio')?.src).toMatch(/^data:audio\/webm;base64,/)
    expect(body.querySelector('svg[role=img]')?.getAttribute('aria-label')).toBe('Drawn on the video: look <here>')
  })

  it('leaves out a stint that was neither driven nor noted', () => {
    const of = (notes: readonly PlacedNote[]) => stintParts(view, records, new Map([[later.id, notes]])).map(({ startsAt }) => startsAt)
    expect(of([])).toEqual(['10:40'])
    expect(of([drawn])).toEqual(['14:00', '10:40'])
  })

  it('has nothing that is private to the school, asks no network, and runs nothing', async () => {
    const { html } = await page()
    for (const one of ['asthma', 'Rolf 0123', other.name]) expect(html).not.toContain(one)
    expect(html).not.toMatch(/https?:|src="(?!data:)|href=|<script|<link/)
  })

  it('is not to be made where a debrief or homework names another student', () => {
    const named = (sentence: string, homework: readonly string[] = open, notes: readonly PlacedNote[] = []) => {
      const days = [{ ...view.days[0]!, stints: [{ stint, debrief: { ...debrief, sentence } }] }]
      return namedInRecord(student.id, stintParts({ ...view, days }, records, new Map([[stint.id, notes]])), homework, [student, other])
    }
    expect(named('Better than Vantongeren')).toEqual(['Leo Vantongeren'])
    expect(named('Well driven, Una Brook', ['Ask Leo Vantongeren'])).toEqual(['Leo Vantongeren'])
    expect(named('Well driven, Una Brook')).toEqual([])
    const words = [{ at: [0.5, 0.5] as [number, number], text: 'as Leo Vantongeren did' }]
    expect(named('', [], [{ ...drawn, note: { ...drawn.note, drawing: { strokes: [], words } } }])).toEqual(['Leo Vantongeren'])
  })
})
