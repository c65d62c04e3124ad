import { screen, within } from '@testing-library/react'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { serveDay } from '../fixtures/dayServer'
import { idOf, logOf, threeLaps } from '../fixtures/stadium'
import { renderPage } from '../fixtures/render'
import { stubSizes } from '../fixtures/stubLayout'
import { TodayPage } from './TodayPage'

beforeEach(() => stubSizes(400, 400))
afterEach(() => vi.unstubAllGlobals())

describe('Today', () => {
  it('says who is next, with the aims, and leads to the seat where the student is briefed', async () => {
    serveDay([])
    renderPage(<TodayPage />)
    const next = await screen.findByRole('region', { name: 'Next, 10:40' })
    expect(next.textContent).toContain('Una Brook')
    expect(await within(next).findByText('Eyes up')).toBeTruthy()
    expect(within(next).getByRole('link', { name: 'Take the seat' }).getAttribute('href')).toContain('/run/')
    expect(await screen.findAllByRole('row')).toHaveLength(3)
  })

  it('says who is on track, and after the stint who is next', async () => {
    serveDay(logOf([[0, { kind: 'line' }]]))
    renderPage(<TodayPage />)
    expect(await screen.findByRole('region', { name: 'On track' })).toBeTruthy()
  })

  it('names nobody until it knows who has driven: a tap at once takes nobody else’s seat', async () => {
    serveDay([...threeLaps(), ...logOf([[500, { kind: 'in' }]]).map((entry) => ({ ...entry, id: idOf(999) }))])
    const served = globalThis.fetch
    let answer = () => undefined as void
    const asked = new Promise<void>((resolve) => (answer = resolve))
    vi.stubGlobal('fetch', async (path: string, options?: RequestInit) => {
      if (path.startsWith('/api/log?')) await asked
      return served(path, options)
    })
    renderPage(<TodayPage />)
    await screen.findByRole('heading', { level: 1 })
    await screen.findAllByRole('row')
    expect(screen.queryByRole('link', { name: /seat|Brief/ })).toBeNull()
    expect(screen.queryByRole('region', { name: /^Next/ })).toBeNull()
    answer()
    expect(await screen.findByRole('region', { name: 'Next, 11:20' })).toBeTruthy()
  })

  it('goes on to the next stint when one is in, with the best lap in its row', async () => {
    serveDay([...threeLaps(), ...logOf([[500, { kind: 'in' }]]).map((entry) => ({ ...entry, id: idOf(999) }))])
    renderPage(<TodayPage />)
    expect(await screen.findByRole('region', { name: 'Next, 11:20' })).toBeTruthy()
    expect((await screen.findByRole('table')).textContent).toContain('0:38.00')
  })

  it('without a day says what to do', async () => {
    serveDay([], 0)
    renderPage(<TodayPage />)
    expect(await screen.findByText('No day is planned yet')).toBeTruthy()
  })
})
