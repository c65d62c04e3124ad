import { screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { useState } from 'react'
import { groupDebrief, stintRecord, type GroupCornerTime } from '@ochote/core'
import { describe, expect, it, vi } from 'vitest'
import { renderPage } from '../fixtures/render'
import { logOf } from '../fixtures/stadium'
import { GroupGrid } from './GroupGrid'
import { GroupLarge } from './GroupLarge'
import { exampleWords, groupSlides, sectionWords } from './groupSlides'
import { GroupTime } from './GroupTime'
import type { GroupTimeState } from './useGroupTime'

type Logged = Parameters<typeof logOf>[0][number]
const of = (id: string, ...entries: Logged[]) => ({
  id,
  records: [stintRecord(logOf([[0, { kind: 'line' }], ...entries, [60, { kind: 'line' }], [90, { kind: 'in' }]]))],
})
const group = groupDebrief(
  [
    of('ada', [10, { kind: 'fault', lap: 1, corner: '1', code: 'be', severity: 2 }]),
    of('ben', [10, { kind: 'fault', lap: 1, corner: '1', code: 'be', severity: 1 }]),
    of(
      'cy',
      [10, { kind: 'praise', lap: 1, corner: '1', code: 'smooth' }],
      [20, { kind: 'fault', lap: 1, corner: '2', code: 'of', severity: 3 }],
    ),
  ],
  ['1', '2'],
)
const names: Record<string, string> = { ada: 'Ada Moss', ben: 'Ben Fry', cy: 'Cy Lund' }
const nameOf = (id: string) => names[id]!
const agreed =
  (...ids: string[]) =>
  (id: string) =>
    ids.includes(id)
const nobody = agreed()

describe('the group’s debrief from a large screen', () => {
  it('begins with what is unsafe, and names nobody until names are shown', () => {
    const hidden = groupSlides(group, null, agreed('cy'))
    expect(hidden.map(({ topic }) => topic)).toEqual(['Unsafe: corner 2: leaves the track', 'Corner 1: brakes early', 'Next session, 1'])
    expect(JSON.stringify(hidden)).not.toMatch(/Moss|Fry|Lund/)
    expect(hidden[1]!.detail).toBe('2 students; logged twice, at worst costs. Praised there: 1 student.')
    const shown = (mayBeShown: (id: string) => boolean) => groupSlides(group, nameOf, mayBeShown)[1]!.detail
    expect(shown(agreed('cy'))).toBe('Ada Moss and Ben Fry; logged twice, at worst costs. Praised there: Cy Lund.')
    expect(shown(nobody)).toBe('Ada Moss and Ben Fry; logged twice, at worst costs. Praised there: 1 student.')
  })

  it('names good examples who agreed to it, and counts the others', () => {
    expect(exampleWords(['ada', 'cy'], nameOf, agreed('ada', 'cy'))).toBe('Ada Moss and Cy Lund')
    expect(exampleWords(['ada', 'ben', 'cy'], nameOf, agreed('cy'))).toBe('Cy Lund, and 2 others')
    expect(exampleWords(['ada', 'ben'], nameOf, nobody)).toBe('2 students')
    expect(exampleWords(['ada'], null, agreed('ada'))).toBe('1 student')
  })

  it('shows the first five, and everything unsafe', () => {
    const each = Array.from({ length: 9 }, (_, k): Logged => [
      10 + k,
      { kind: 'fault', lap: 1, corner: `${k + 1}`, code: 'be', severity: 1 },
    ])
    const unsafe = Array.from({ length: 7 }, (_, k): Logged => [
      30 + k,
      { kind: 'fault', lap: 1, corner: `${k + 1}`, code: 'of', severity: 3 },
    ])
    const corners = each.map((_, k) => `${k + 1}`)
    const isNext = ({ topic }: { topic: string }) => topic.startsWith('Next')
    const slidesOf = (...more: Logged[]) =>
      groupSlides(groupDebrief([of('ada', ...each, ...more), of('ben', ...each)], corners), null, nobody).filter((one) => !isNext(one))
    expect(slidesOf()).toHaveLength(5)
    expect(slidesOf(...unsafe)).toHaveLength(7)
  })

  it('goes on and back by keys, shows names with n, and closes with Escape', async () => {
    const onClose = vi.fn()
    function Page() {
      const [named, setNamed] = useState(false)
      return <GroupLarge slides={groupSlides(group, named ? nameOf : null, nobody)} named={named} onNamed={setNamed} onClose={onClose} />
    }
    renderPage(<Page />)
    await userEvent.keyboard('{ArrowRight}{ArrowLeft}{PageDown}')
    expect(screen.getByRole('heading').textContent).toBe('Corner 1: brakes early')
    expect(screen.queryByText(/Moss/)).toBeNull()
    await userEvent.keyboard('n')
    expect(screen.getByText(/Ada Moss and Ben Fry/)).toBeTruthy()
    await userEvent.click(screen.getByRole('button', { name: 'Hide names' }))
    expect(screen.queryByText(/Moss/)).toBeNull()
    await userEvent.keyboard('{ArrowRight}{ArrowRight}{ArrowRight}')
    expect(screen.getByText(/^3 of 3/)).toBeTruthy()
    await userEvent.keyboard('{Escape}')
    expect(onClose).toHaveBeenCalledOnce()
  })
})

it('the grid says in words what its signs mean, and leaves empty what nobody logged', () => {
  renderPage(<GroupGrid corners={group.corners} studentIds={['ada', 'ben', 'cy']} nameOf={nameOf} />)
  const row = (name: string) => screen.getByRole('row', { name: new RegExp(`^${name}`) })
  expect([...row('Ada Moss').querySelectorAll('td')].map((cell) => cell.textContent)).toEqual(['Ada Moss', '1!', ''])
  expect([...row('Cy Lund').querySelectorAll('td')].map((cell) => cell.textContent)).toEqual(['Cy Lund', '+', '1!!'])
  expect(screen.getByTitle('1 logged, at worst unsafe').textContent).toBe('1!!')
  expect(screen.getByText(/not that nothing happened/)).toBeTruthy()
})

describe('where the group’s time is', () => {
  const lost = (corner: string, lostS: number, ...each: readonly (readonly [string, number])[]): GroupCornerTime => ({
    ...{ corner, lostS, part: 'braking' },
    students: each.map(([studentId, s]) => ({ studentId, lostS: s, laps: 3 })),
  })
  const times = [lost('2', 0.5, ['ada', 0.4], ['ben', 0.6]), lost('1', -0.04, ['ada', -0.08], ['ben', 0])]
  const state: GroupTimeState = { times, toRead: [], isRead: true, recorded: 2, onRead: vi.fn(), onFailed: vi.fn(), error: null }
  const ids = ['ada', 'ben', 'cy']

  it('is a table, the costliest corner first, for those whose laps were recorded', () => {
    renderPage(<GroupTime state={state} studentIds={ids} nameOf={nameOf} />)
    const rows = screen.getAllByRole('row').map((row) => [...row.children].map(({ textContent }) => textContent))
    expect(rows).toEqual([
      ['Corner', 'Middle student, s', 'Most of it', 'Ada Moss', 'Ben Fry'],
      ['2', '0.50', 'before turn-in', '0.40', '0.60'],
      ['1', '−0.04', '–', '−0.08', '0.00'],
    ])
  })

  it('is said not to be known without recorded laps, with too few, and where they can’t be listed', () => {
    const says = (own: Partial<GroupTimeState>) => {
      const { unmount } = renderPage(<GroupTime state={{ ...state, times: [], ...own }} studentIds={ids} nameOf={nameOf} />)
      const text = screen.getByRole('region', { name: 'Where the time is' }).textContent
      unmount()
      return text
    }
    expect(says({ recorded: 0 })).toContain('No laps were recorded, so nobody knows.')
    expect(says({ recorded: 1 })).toContain('it takes two students with two whole recorded laps each')
    expect(says({ recorded: null })).toBe('Where the time is')
    expect(says({ recorded: null, error: new Error('no answer') })).toContain('Recorded laps can’t be listed now.')
  })

  it('has a slide for each corner that costs, and is a reason for a section', () => {
    const slide = groupSlides(group, null, nobody, times).filter(({ topic }) => topic.startsWith('Time'))
    expect(slide).toEqual([
      {
        topic: 'Time: corner 2',
        text: '0.50 s a lap behind the plan, most of it before turn-in.',
        detail: 'The middle one of 2 students with recorded laps.',
      },
    ])
    const section = { corners: ['2'], studentIds: ['ada'], hasUnsafe: false, faults: ['brakes early'] }
    expect(sectionWords(section, null, times).why).toBe('1 student: brakes early; 0.50 s a lap')
    // the time of a corner that nobody recorded is not known, so neither is the section's
    expect(sectionWords({ ...section, corners: ['2', '3'] }, null, times).why).toBe('1 student: brakes early')
  })
})
