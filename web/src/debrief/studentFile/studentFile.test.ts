import { followUps, stintRecord, type CornerPicture } from '@ochote/core'
import type { ReviewNote } from '@ochote/contracts'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { openStint, student, threeLaps } from '../../fixtures/stadium'
import { othersNamed, studentsNamed } from '../../takeHome/othersNamed'
import { studentFile } from './studentFile'

const record = stintRecord(threeLaps())
const other = { ...student, id: '0199c000-0000-7000-8000-0000000000aa', name: 'Leo Vantongeren' }
const base = openStint()
const open = {
  ...base,
  day: { ...base.day, people: [...base.day.people, other] },
  student: { ...base.student, wishes: 'asthma, spray in the bag', experience: 'lost a licence once' },
}
const picture: CornerPicture = {
  ...{ lap: 2, corner: '2', lengthM: 100, faultX: 0.2, marks: [{ what: 'apex' as const, x: 0.5 }] },
  strips: [{ what: 'speed', from: 10, to: 20, driven: [[0, 1], [1, 0]], planned: [[0, 1], [1, 0.2]] }], // prettier-ignore
}
const note = (text: string, soundId: string | null = null): ReviewNote => ({
  ...{ id: crypto.randomUUID(), lap: 2, stationM: 10, text, madeAt: '2026-10-17T09:00:00.000Z', soundId, isQuestion: false, answer: '' },
  drawing: { strokes: [{ kind: 'arrow', points: [[0, 0], [0.5, 0.5]] }], words: [{ at: [0.5, 0.5], text: 'look <here>' }] }, // prettier-ignore
})
const file = (sentence: string, notes: readonly ReviewNote[] = []) => ({
  ...{ open, record, followed: followUps(record), pictures: [picture], notes, homework: ['Walk the lap in your head'] },
  draft: {
    good: ['Corner 1, lap 3: hit the mark'],
    workOn: [{ corner: '2', code: 'be', advice: 'brake at the cone', reason: 'seen on lap 1' }],
    sentence,
  },
})
const pageOf = async (made: Parameters<typeof studentFile>[0], recordingId: string | null = null) => {
  const html = await (await studentFile(made, recordingId)).text()
  return { html, page: new DOMParser().parseFromString(html, 'text/html') }
}
afterEach(() => vi.unstubAllGlobals())

describe('a student’s own page', () => {
  it('has what was good, what to work on with its picture, laps, corrections, the map and the caution', async () => {
    const { page } = await pageOf(file('Look further.'))
    const words = page.body.textContent
    for (const one of [
      'Una Brook',
      'hit the mark',
      '1. Corner 2: brake at the cone',
      'Look further.',
      'Walk the lap in your head',
      'Lap 3',
      'The licensed instructor decides',
    ])
      expect(words).toContain(one)
    const pictures = [...page.querySelectorAll('svg[role=img]')].map((svg) => svg.getAttribute('aria-label'))
    expect(pictures).toEqual([
      'Corner 2 on recorded lap 2, solid, against the plan, dotted: speed',
      expect.stringMatching(/^Map of .*, with the planned line$/),
      expect.stringMatching(/^The road from 0 m to \d+ m, with the cones$/),
      expect.stringMatching(/^The road from \d+ m to \d+ m, with the cones$/),
      expect.stringMatching(/^The road from \d+ m to \d+ m, with the cones$/),
    ])
    // every cone of the plan stands in one of the rows
    expect(page.querySelectorAll('figure > svg .cone')).toHaveLength(open.cones.length)
    expect([...page.querySelectorAll('.corner.on text')].map(({ textContent }) => textContent)).toEqual(['2', '2'])
  })

  it('asks no network for anything, and runs nothing', async () => {
    const { html, page } = await pageOf(file(''))
    expect(html).not.toMatch(/https?:|src="\/|href=|<script|<link/)
    expect(page.querySelector('meta[http-equiv="Content-Security-Policy"]')?.getAttribute('content')).toContain("default-src 'none'")
  })

  it('has nothing that is private to the school, and no other student', async () => {
    const { html } = await pageOf(file(''))
    for (const one of ['asthma', 'licence once', other.name, 'Vantongeren']) expect(html).not.toContain(one)
  })

  it('has questions with their answers, and says which has none yet', async () => {
    const asked = { ...note('Where did you look?'), isQuestion: true }
    const { page } = await pageOf(file('', [{ ...asked, answer: 'At the exit' }, asked]))
    expect(page.body.textContent).toMatch(/Lap 2, .*, a question: Where did you look\?Answer: At the exit/)
    expect(page.body.textContent).toContain('Not answered yet.')
  })

  it('carries notes, drawings and spoken comments in itself; what was typed stays text', async () => {
    const sound = new Uint8Array([0x1a, 0x45, 0xdf, 0xa3])
    vi.stubGlobal('fetch', () => Promise.resolve(new Response(sound)))
    const { page } = await pageOf(file('', [note('<b>Eyes up</b>', '0199c000-0000-7000-8000-0000000000bb')]), 'r1')
    expect(page.body.textContent).toContain('<b>Eyes up</b>')
    expect(page.querySelector('audio')?.getAttribute('src')).toBe('data:audio/webm;base64,GkXfow==')
    expect(page.querySelector('.drawing text')?.textContent).toBe('look <here>')
    expect(page.querySelector('.drawing polyline')?.getAttribute('marker-end')).toBe('url(#arrow)')
  })
})

describe('other people who are named', () => {
  it('are found by their whole or last name, as a word and in any case', () => {
    const others = ['Leo Vantongeren', 'Ada Li', 'Émile Dé']
    expect(othersNamed(['Like LEO VANTONGEREN, then'], others)).toEqual(['Leo Vantongeren'])
    expect(othersNamed(['ask vantongeren'], others)).toEqual(['Leo Vantongeren'])
    expect(othersNamed(['a limited line, alive; Ada Link'], others)).toEqual([])
    expect(othersNamed(['with Ada Li'], others)).toEqual(['Ada Li'])
    expect(othersNamed([], others)).toEqual([])
  })

  it('are looked for in everything that was typed, the words of drawings too', () => {
    const { draft } = file('')
    const people = [...open.day.people, { ...other, name: 'Bo Look' }]
    const named = (sentence: string, notes: readonly ReviewNote[] = [], homework: readonly string[] = []) =>
      studentsNamed({ ...draft, sentence }, notes, people, student.id, homework)
    expect(named('Better than Vantongeren, and Una Brook again.')).toEqual(['Leo Vantongeren'])
    expect(named('', [note('like leo vantongeren')])).toEqual(['Leo Vantongeren', 'Bo Look'])
    expect(named('', [{ ...note('Who?'), answer: 'Vantongeren' }])).toEqual(['Leo Vantongeren', 'Bo Look'])
    expect(named('', [], ['Ask Vantongeren how he brakes'])).toEqual(['Leo Vantongeren'])
    expect(named('')).toEqual([])
  })
})
