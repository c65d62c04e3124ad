import { act, render, screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { UndoNotice } from '../shell/UndoNotice'
import { UndoRedo } from './UndoRedo'
import { refused } from '../api/inputProblem'
import { UndoProvider, useDone, type Done } from './UndoProvider'

function Archiving({ done }: { done: Done }) {
  const tell = useDone()
  return <button onClick={() => tell(done)}>Archive</button>
}
const shown = (done: Done, editor: React.ReactNode = null) =>
  render(
    <UndoProvider>
      <UndoNotice otherwise={<p>Saturday</p>} />
      <Archiving done={done} />
      {editor}
    </UndoProvider>,
  )
const archive = () => userEvent.click(screen.getByRole('button', { name: 'Archive' }))
const undone = () => vi.fn(() => Promise.resolve())

afterEach(() => vi.useRealTimers())

describe('what was done', () => {
  it('is said, and undone by its button once', async () => {
    const undo = undone()
    shown({ says: 'Hatch 2 is archived.', undo })
    expect(screen.getByText('Saturday')).toBeTruthy()
    await archive()
    expect(screen.queryByText('Saturday')).toBeNull()
    await userEvent.click(screen.getByRole('button', { name: 'Undo: Hatch 2 is archived.' }))
    expect(undo).toHaveBeenCalledOnce()
    expect(screen.getByRole('status').textContent).toBe('Undone: Hatch 2 is archived.')
    expect(screen.queryByRole('button', { name: /^Undo/ })).toBeNull()
    await userEvent.keyboard('{Control>}z{/Control}')
    expect(undo).toHaveBeenCalledOnce()
  })

  it('says why it could not be undone, and can be tried again', async () => {
    const undo = vi
      .fn<() => Promise<unknown>>()
      .mockRejectedValueOnce(refused('Not saved', [{ field: 'car.seats', found: '0', expected: 'at least 1' }]))
      .mockResolvedValueOnce(null)
    shown({ says: 'Hatch 2 is changed.', undo })
    await archive()
    await userEvent.keyboard('{Control>}z{/Control}')
    expect(screen.getByRole('status').textContent).toContain('Not undone: car.seats: found 0, expected at least 1. Nothing was saved.')
    await userEvent.click(screen.getByRole('button', { name: /^Undo/ }))
    expect(screen.getByRole('status').textContent).toBe('Undone: Hatch 2 is changed.')
  })

  it('leaves the keys to an editor that was opened after it', async () => {
    const undo = undone()
    const editor = { canUndo: true, canRedo: false, undo: vi.fn(), redo: vi.fn() }
    const done = { says: 'Hatch 2 is archived.', undo }
    const { rerender } = shown(done)
    await archive()
    rerender(
      <UndoProvider>
        <UndoNotice otherwise={null} />
        <Archiving done={done} />
        <UndoRedo {...editor} />
      </UndoProvider>,
    )
    await userEvent.keyboard('{Control>}z{/Control}')
    expect([editor.undo.mock.calls.length, undo.mock.calls.length]).toEqual([1, 0])
  })

  it('is offered for 20 seconds', async () => {
    vi.useFakeTimers({ shouldAdvanceTime: true })
    shown({ says: 'Hatch 2 is archived.', undo: undone() })
    await archive()
    act(() => void vi.advanceTimersByTime(19_000))
    expect(screen.getByRole('status').textContent).toContain('Hatch 2')
    act(() => void vi.advanceTimersByTime(2_000))
    expect(screen.getByText('Saturday')).toBeTruthy()
  })
})
