import { screen, waitFor, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { afterEach, describe, expect, it, vi } from 'vitest'
import type { MarkerScheme } from '@ochote/contracts'
import { fakeServer } from '../fixtures/fakeServer'
import { renderPage } from '../fixtures/render'
import { coloursOf, oneColourScheme } from './newScheme'
import { SchemeEditor } from './SchemeEditor'

afterEach(() => {
  vi.unstubAllGlobals()
  localStorage.clear()
})
const scheme: MarkerScheme = { ...oneColourScheme(), id: '00000000-0000-4000-8000-000000000009', version: 3 }
const row = (duty: string) => screen.getAllByRole('listitem').find((item) => within(item).queryByText(duty))!

describe('a marker scheme', () => {
  it('may have one colour for everything', () => {
    expect(coloursOf(scheme)).toEqual(['orange'])
  })

  it('is changed by duty, with stock by the colours in use, and saves itself over the version it was made from', async () => {
    const { asked } = fakeServer(({ method, body }) => ({
      body: method === 'PUT' ? { ...(body as { scheme: object }).scheme, id: scheme.id, version: 4 } : [],
    }))
    renderPage(<SchemeEditor scheme={scheme} onDone={() => undefined} />)
    const colour = within(row('brake')).getByRole('textbox', { name: 'Colour of brake' })
    await userEvent.clear(colour)
    expect(screen.getByRole('status').textContent).toBe('Kept on this device until it is complete')
    await userEvent.type(colour, 'red')
    await userEvent.click(within(row('brake')).getByRole('spinbutton', { name: 'Number of markers for brake' }))
    await userEvent.keyboard('{Control>}a{/Control}2')
    await userEvent.click(screen.getByRole('spinbutton', { name: 'red in stock' }))
    await userEvent.keyboard('{Control>}a{/Control}24')
    await waitFor(() => expect(screen.getByRole('status').textContent).toBe('Saved, version 4'))
    const puts = asked.filter((a) => a.method === 'PUT')
    expect(puts[0]).toMatchObject({ path: `/api/marker-schemes/${scheme.id}`, body: { fromVersion: 3 } })
    const { scheme: sent } = (puts[puts.length - 1] as unknown as { body: { scheme: MarkerScheme } }).body
    expect(sent.looks.brake).toMatchObject({ colour: 'red', count: 2 })
    expect(sent.stock).toEqual({ orange: 60, red: 24 })
  })

  it('that was saved by someone else meanwhile is not overwritten unasked', async () => {
    const problem = {
      code: 'conflict',
      type: 't',
      title: 'Changed meanwhile',
      status: 409,
      detail: 'Version 5 is stored.',
      currentVersion: 5,
    }
    const { asked } = fakeServer(({ method }) => (method === 'PUT' ? { status: 409, body: problem } : { body: [] }))
    renderPage(<SchemeEditor scheme={scheme} onDone={() => undefined} />)
    await userEvent.type(screen.getByRole('textbox', { name: 'Name: school and venue' }), '!')
    expect((await screen.findByRole('dialog', undefined)).textContent).toContain('Version 5 was saved')
    await userEvent.click(screen.getByRole('button', { name: 'Keep mine' }))
    await waitFor(() => expect(asked.filter((a) => a.method === 'PUT')).toHaveLength(2))
    expect(asked.filter((a) => a.method === 'PUT')[1]).toMatchObject({ body: { fromVersion: 5 } })
  })
})
