import { screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { describe, expect, it, vi } from 'vitest'
import { renderPage } from '../fixtures/render'
import { outOfBounds, typedNumber } from './numbers'
import { CommitField } from './CommitField'
import { TextLine } from './TextLine'

describe('a typed number', () => {
  it('may have a comma or a point, and nothing else is one', () => {
    expect([typedNumber(' 6,5 '), typedNumber('6.5'), typedNumber('-3')]).toEqual([6.5, 6.5, -3])
    for (const text of ['', ' ', 'six', '6 5', '1,2,3']) expect(typedNumber(text)).toBeNaN()
  })

  it('out of bounds is refused with what was found and expected', () => {
    expect(outOfBounds('5', 0, 5)).toBeNull()
    expect(outOfBounds('5.1', 0, 5)).toBe('found 5.1, expected 0 to 5')
    expect(outOfBounds('wide', 0, 5)).toBe('found wide, expected 0 to 5')
    expect(outOfBounds('  ', 0, 5)).toBe('found nothing, expected 0 to 5')
  })
})

describe('a field that is taken over when it is left', () => {
  const open = (change: Partial<Parameters<typeof CommitField>[0]> = {}) => {
    const onTake = vi.fn()
    renderPage(<CommitField label="Width" value="5" onTake={onTake} wrong={(text) => outOfBounds(text, 1, 9)} {...change} />)
    return { onTake, field: screen.getByRole('textbox', { name: /Width/ }) }
  }

  it('is one step, whether it is left or Enter is pressed, and none where nothing was changed', async () => {
    const { onTake, field } = open()
    await userEvent.click(field)
    await userEvent.tab()
    expect(onTake).not.toHaveBeenCalled()
    await userEvent.clear(field)
    await userEvent.type(field, '6{Enter}')
    await userEvent.tab()
    expect(onTake.mock.calls).toEqual([['6']])
  })

  it('keeps what is wrong in sight with what was expected, and does not take it', async () => {
    const { onTake, field } = open()
    await userEvent.clear(field)
    await userEvent.type(field, '60{Enter}')
    expect(screen.getByText('found 60, expected 1 to 9')).toBeTruthy()
    expect((field as HTMLInputElement).value).toBe('60')
    expect(onTake).not.toHaveBeenCalled()
  })

  it('may be emptied unless it is required', async () => {
    const { onTake, field } = open()
    await userEvent.clear(field)
    await userEvent.tab()
    expect(onTake.mock.calls).toEqual([['']])
  })

  it('that is required may not', async () => {
    const { onTake, field } = open({ required: true })
    await userEvent.clear(field)
    await userEvent.tab()
    expect(onTake).not.toHaveBeenCalled()
    expect(screen.getByText('found nothing, expected 1 to 9')).toBeTruthy()
  })
})

describe('a line of text', () => {
  it('is no longer than it may be', async () => {
    const onText = vi.fn()
    renderPage(<TextLine label="Name" value="" most={3} onText={onText} />)
    expect((screen.getByRole('textbox', { name: 'Name' }) as HTMLInputElement).maxLength).toBe(3)
    await userEvent.type(screen.getByRole('textbox', { name: 'Name' }), 'A')
    expect(onText).toHaveBeenCalledWith('A')
  })
})
