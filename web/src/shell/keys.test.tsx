import { screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { useLocation } from 'react-router'
import { describe, expect, it } from 'vitest'
import { renderPage } from '../fixtures/render'
import type { OpenStudent } from './openStudent'
import { stagePath, stages } from './stages'
import { useStageKeys } from './useStageKeys'

function Where({ dayId, student = null }: { dayId: string | null; student?: OpenStudent | null }) {
  useStageKeys(dayId, student)
  return (
    <>
      <output>{useLocation().pathname}</output>
      <input aria-label="name" />
      <div role="dialog">
        <button>inside</button>
      </div>
    </>
  )
}
const where = () => screen.getByRole('status').textContent

describe('keys', () => {
  it.each(stages.map((s) => [s.key, stagePath('day1', s.path)]))('%s goes to %s', async (key, path) => {
    renderPage(<Where dayId="day1" />)
    await userEvent.keyboard(key)
    expect(where()).toBe(path)
  })

  it.each([
    ['b', '/days/day1/brief/stint3'],
    ['r', '/days/day1/run/stint3'],
    ['d', '/days/day1/debrief/stint3'],
    ['g', '/days/day1/progress/student7'],
    ['p', '/days/day1/plan'],
  ])('%s stays with the open student: %s', async (key, path) => {
    renderPage(<Where dayId="day1" student={{ dayId: 'day1', studentId: 'student7', stintId: 'stint3' }} />)
    await userEvent.keyboard(key)
    expect(where()).toBe(path)
  })

  it('t and s go to today and the shelf, with no day open too', async () => {
    renderPage(<Where dayId={null} />, '/somewhere')
    await userEvent.keyboard('p')
    expect(where()).toBe('/somewhere')
    await userEvent.keyboard('s')
    expect(where()).toBe('/library')
    await userEvent.keyboard('t')
    expect(where()).toBe('/')
  })

  it('are left to fields, dialogs and the browser', async () => {
    renderPage(<Where dayId="day1" />, '/here')
    await userEvent.type(screen.getByRole('textbox'), 'prd')
    screen.getByRole('button', { name: 'inside' }).focus()
    await userEvent.keyboard('p')
    await userEvent.keyboard('{Control>}p{/Control}')
    expect(where()).toBe('/here')
  })

  it('are all different', () => expect(new Set([...stages.map((s) => s.key), 't', 's']).size).toBe(stages.length + 2))
})
