import { screen, waitFor } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { Homework } from '@ochote/contracts'
import { fakeServer } from '../fixtures/fakeServer'
import { renderPage } from '../fixtures/render'
import { idOf, student } from '../fixtures/stadium'
import { HomeworkList } from './HomeworkList'

let stored: Homework[]
let isRefusing: boolean
beforeEach(() => {
  isRefusing = false
  stored = [{ id: idOf(700), personId: student.id, text: 'Walk the track', givenOn: '2026-10-03', doneOn: null }]
  fakeServer(({ method, path, body }) => {
    if (method !== 'GET' && isRefusing) return 'no answer'
    const own = (change: Partial<Homework>) => {
      stored = stored.map((one) => (path.includes(one.id) ? { ...one, ...change } : one))
      return { body: stored.find(({ id }) => path.includes(id)) }
    }
    if (method === 'POST') stored = [...stored, { ...(body as Homework), personId: student.id, doneOn: null }]
    if (method === 'POST') return { body: stored.at(-1) }
    if (path.endsWith('/done')) return own(body as Partial<Homework>)
    if (path.endsWith('/archived')) stored = stored.filter(({ id }) => !path.includes(id))
    return { body: path.endsWith('/archived') ? { archived: true } : stored }
  })
  renderPage(<HomeworkList studentId={student.id} />, '/')
})
afterEach(() => vi.unstubAllGlobals())

describe('homework', () => {
  it('is ticked and unticked', async () => {
    const tick = () => screen.findByRole('checkbox', { name: /^Walk the track given 3 Oct/ })
    await userEvent.click(await tick())
    expect(await screen.findByRole('checkbox', { name: /, done /, checked: true })).toBeTruthy()
    await userEvent.click(await tick())
    await waitFor(() => expect(stored[0]!.doneOn).toBeNull())
  })

  it('is given by Enter, and what was typed stays where the server does not answer', async () => {
    const field = screen.getByRole('textbox', { name: 'To do before the next day' })
    expect(screen.getByRole('button', { name: 'Give' })).toHaveProperty('disabled', true)
    isRefusing = true
    await userEvent.type(field, 'Eyes up, two corners ahead{Enter}')
    expect(await screen.findByRole('alert')).toBeTruthy()
    expect(field).toHaveProperty('value', 'Eyes up, two corners ahead')
    isRefusing = false
    await userEvent.click(screen.getByRole('button', { name: 'Give' }))
    expect(await screen.findByRole('checkbox', { name: /^Eyes up, two corners ahead/ })).toBeTruthy()
    expect(field).toHaveProperty('value', '')
    expect(screen.queryByRole('alert')).toBeNull()
  })

  it('is taken off the list', async () => {
    await userEvent.click(await screen.findByRole('button', { name: 'Take off the list: Walk the track' }))
    expect(await screen.findByText('None given.')).toBeTruthy()
  })
})
