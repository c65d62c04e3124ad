import { screen } from '@testing-library/react'
import { afterEach, expect, it, vi } from 'vitest'
import { renderPage } from '../fixtures/render'

afterEach(() => {
  vi.doUnmock('./Chart')
  vi.resetModules()
})

it('says that the chart could not be loaded, and leaves the page standing', async () => {
  vi.resetModules() // another file may have loaded the chart already
  vi.doMock('./Chart', () => {
    throw new Error('no connection')
  })
  const { LazyChart } = await import('./LazyChart')
  renderPage(
    <>
      <LazyChart label="Lap times" height={100} option={() => ({})} />
      <p>the table</p>
    </>,
  )
  expect((await screen.findByRole('note')).textContent).toContain('The chart could not be loaded')
  expect(screen.getByText('the table')).toBeTruthy()
})
