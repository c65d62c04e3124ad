import { screen } from '@testing-library/react'
import { Route, Routes } from 'react-router'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { serveDay } from '../fixtures/dayServer'
import { renderPage } from '../fixtures/render'
import { idOf, threeLaps } from '../fixtures/stadium'
import { ProgressPage } from './ProgressPage'

afterEach(() => vi.unstubAllGlobals())

describe('Progress', () => {
  it('opens the student who drove last, and says so where there is nobody of that name', async () => {
    serveDay(threeLaps())
    const page = (
      <Routes>
        <Route path="/days/:dayId/progress/:studentId?" element={<ProgressPage />} />
      </Routes>
    )
    const { unmount } = renderPage(page, `/days/${idOf(1)}/progress`)
    expect(await screen.findByRole('heading', { name: 'Progress: Una Brook' })).toBeTruthy()
    unmount()
    renderPage(page, `/days/${idOf(1)}/progress/${idOf(77)}`)
    expect(await screen.findByText('There is no such student')).toBeTruthy()
  })
})
