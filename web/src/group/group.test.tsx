import { screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { useState } from 'react'
import { groupDebrief, stintRecord } from '@ochote/core'
import { describe, expect, it, vi } from 'vitest'
import { renderPage } from '../fixtures/render'
import { logOf } from '../fixtures/stadium'
import { GroupGrid } from './GroupGrid'
import { GroupLarge } from './GroupLarge'
import { exampleWords, groupSlides } from './groupSlides'

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
