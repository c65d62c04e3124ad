import { screen } from '@testing-library/react'
import { expect, it, vi } from 'vitest'
import { renderPage } from '../fixtures/render'
import { LazyChart } from './LazyChart'

vi.mock('./Chart', () => {
  throw new Error('no connection')
})

it('says that the chart could not be loaded, and leaves the page standing', async () => {
  renderPage(
    <>
      <LazyChart label="Lap times" height={100} option={() => ({})} />
      <p>the table</p>
    </>,
  )
  expect((await screen.findByRole('note')).textContent).toContain('The chart could not be loaded')
  expect(screen.getByText('the table')).toBeTruthy()
})
