import { screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { describe, expect, it, vi } from 'vitest'
import { renderPage } from '../fixtures/render'
import { planDraftSchema } from '@ochote/contracts'
import { dayView, openStint, plan, scheme } from '../fixtures/stadium'
import { ConeList } from './ConeList'
import { ConflictDialog } from '../problem/ConflictDialog'
import { draftDifferences } from './draftDifferences'

const { cones } = openStint()
const first = cones[0]!
const list = (change: Partial<Parameters<typeof ConeList>[0]> = {}) => {
  const handlers = { onSelect: vi.fn(), onNudge: vi.fn(), onPutBack: vi.fn(), onLock: vi.fn(), onRemark: vi.fn(), onTakeAway: vi.fn() }
  renderPage(<ConeList cones={cones} scheme={scheme} selected={null} {...handlers} {...change} />)
  return handlers
}
const nameOf = (cone: typeof first) => new RegExp(`^${cone.cornerNumber} ${cone.duty}`)

describe('the marks of a plan', () => {
  it('are listed with corner, duty, how they are found and their side', () => {
    list()
    const row = screen.getAllByRole('button', { name: nameOf(first) })[0]!
    expect(row.textContent).toContain(`${first.foundBy}, ${first.side}`)
    expect(screen.getAllByRole('listitem')).toHaveLength(cones.length)
  })

  it('are chosen and let go', async () => {
    const handlers = list({ selected: first.id })
    await userEvent.click(screen.getByRole('button', { pressed: true }))
    expect(handlers.onSelect).toHaveBeenCalledExactlyOnceWith(null)
  })

  it('move by a metre with the arrow keys, by five with Shift', async () => {
    const handlers = list({ selected: first.id })
    screen.getByRole('button', { pressed: true }).focus()
    await userEvent.keyboard('{ArrowRight}{ArrowLeft}{Shift>}{ArrowLeft}{/Shift}')
    expect(handlers.onNudge.mock.calls).toEqual([
      [first.id, 1],
      [first.id, -1],
      [first.id, -5],
    ])
  })

  it('say how far from the computed place they were moved, and go back', async () => {
    const handlers = list({ cones: [{ ...first, moved: { alongM: -8.2, acrossM: 0.4 } }], selected: first.id })
    expect(screen.getByText(/^8 m earlier and 0.4 m further left than computed/)).toBeTruthy()
    await userEvent.click(screen.getByRole('button', { name: 'Put back' }))
    expect(handlers.onPutBack).toHaveBeenCalledExactlyOnceWith(first.id)
  })

  it('are locked, remarked on and taken away', async () => {
    const handlers = list({ selected: first.id })
    await userEvent.click(screen.getByRole('button', { name: 'Lock here' }))
    await userEvent.type(screen.getByRole('textbox', { name: 'Note for the person placing it' }), 'On the drain cover{Enter}')
    await userEvent.click(screen.getByRole('button', { name: 'Remove' }))
    expect(handlers.onLock).toHaveBeenCalledExactlyOnceWith(first.id, true)
    expect(handlers.onRemark).toHaveBeenCalledExactlyOnceWith(first.id, 'On the drain cover')
    expect(handlers.onTakeAway).toHaveBeenCalledExactlyOnceWith(first.id)
  })

  it('that are locked say so and are not nudged', () => {
    list({ cones: [{ ...first, locked: true }], selected: first.id })
    expect(screen.getByRole('button', { name: 'Unlock' })).toBeTruthy()
    expect(screen.getByRole('button', { name: 'One metre later' }).hasAttribute('disabled')).toBe(true)
  })

  it('have nothing to put back where they stand as computed', () => {
    list({ selected: first.id })
    expect(screen.queryByRole('button', { name: 'Put back' })).toBeNull()
  })
})

describe('two savings over each other', () => {
  it('offer both, and say that nothing of mine is stored', async () => {
    const day = dayView([])
    const mine = planDraftSchema.parse(plan)
    const theirs = { ...mine, firstSession: !mine.firstSession, coneEdits: { ...mine.coneEdits, removed: ['1-exit'] } }
    const conflict = { version: 7, keepMine: vi.fn(), takeTheirs: vi.fn() }
    renderPage(<ConflictDialog what="plan" conflict={conflict} differences={draftDifferences(mine, theirs, day)} />)
    expect(screen.getByRole('dialog').textContent).toContain('Version 7 was saved')
    const rows = screen.getAllByRole('row').map((row) => row.textContent)
    expect(rows).toEqual(['YoursTheirs', expect.stringMatching(/^First session(yesno|noyes)$/), 'Cones removednone1-exit'])
    await userEvent.click(screen.getByRole('button', { name: 'Keep mine' }))
    await userEvent.click(screen.getByRole('button', { name: 'Take theirs' }))
    expect([conflict.keepMine.mock.calls.length, conflict.takeTheirs.mock.calls.length]).toEqual([1, 1])
  })
})
