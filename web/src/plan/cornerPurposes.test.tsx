import { screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { describe, expect, it, vi } from 'vitest'
import { shown } from '../fixtures/render'
import { solved } from '../fixtures/stadium'
import { CornerPurposes } from './CornerPurposes'

const { corners, ranking } = solved()
const worst = corners.find((c) => c.character.rank === 1)!

describe('what each corner is for', () => {
  it('comes in the order of what is at stake', () => {
    shown(<CornerPurposes corners={corners} ranking={ranking} corner={null} onCorner={vi.fn()} />)
    const rows = screen.getAllByRole('button')
    expect(rows).toHaveLength(corners.length)
    expect(rows[0]!.getAttribute('aria-label')).toMatch(new RegExp(`^Corner ${worst.number}, .* s at stake$`))
    expect(screen.queryByText(worst.character.why)).toBeNull()
  })

  it('says why for the chosen corner, and lets go of it', async () => {
    const onCorner = vi.fn()
    shown(<CornerPurposes corners={corners} ranking={ranking} corner={worst.number} onCorner={onCorner} />)
    expect(screen.getByText(worst.character.why)).toBeTruthy()
    await userEvent.click(screen.getByRole('button', { pressed: true }))
    expect(onCorner).toHaveBeenCalledExactlyOnceWith(null)
  })
})
