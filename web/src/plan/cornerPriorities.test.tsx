import { screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { describe, expect, it, vi } from 'vitest'
import { priorityReason } from '@ochote/core'
import { renderPage } from '../fixtures/render'
import { solved } from '../fixtures/stadium'
import { CornerPriorities } from './CornerPriorities'

const { corners } = solved()
const worst = corners.find((c) => c.priority.rank === 1)!

describe('what each corner is for', () => {
  it('comes in the order of what is at stake', () => {
    renderPage(<CornerPriorities corners={corners} corner={null} onCorner={vi.fn()} />)
    const rows = screen.getAllByRole('button')
    expect(rows).toHaveLength(corners.length)
    expect(rows[0]!.getAttribute('aria-label')).toMatch(new RegExp(`^Corner ${worst.number}, .* s at stake$`))
    expect(screen.queryByText(priorityReason(worst, 'metric'))).toBeNull()
  })

  it('says why for the chosen corner, and lets go of it', async () => {
    const onCorner = vi.fn()
    renderPage(<CornerPriorities corners={corners} corner={worst.number} onCorner={onCorner} />)
    expect(screen.getByText(priorityReason(worst, 'metric'))).toBeTruthy()
    await userEvent.click(screen.getByRole('button', { pressed: true }))
    expect(onCorner).toHaveBeenCalledExactlyOnceWith(null)
  })
})
