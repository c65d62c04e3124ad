import fc from 'fast-check'
import { act, screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { describe, expect, it, vi } from 'vitest'
import { renderPage } from '../fixtures/render'
import { numberText, outOfBounds, typedNumber, wholeNumber } from './numbers'
import { CommitField } from './CommitField'
import { TextLine } from './TextLine'

describe('a typed number', () => {
  const [english, german, french] = ['en-GB', 'de-DE', 'fr-FR']

  it('may have a comma or a point where only one reading makes sense, and nothing else is one', () => {
    expect([' 6,5 ', '6.5', '-3', '−3', '.5', '1e3'].map((text) => typedNumber(text))).toEqual([6.5, 6.5, -3, -3, 0.5, 1000])
    for (const text of ['', ' ', 'six', '6 5', '1,2,3', '1.2.3', '6,5 m', '0x10', '1,23.4', '2,100,1'])
      expect(typedNumber(text), text).toBeNaN()
  })

  it('is read as the user’s language writes it', () => {
    expect(typedNumber('2,100', english)).toBe(2100)
    expect(typedNumber('2,100', german)).toBe(2.1)
    expect(typedNumber('2.100', english)).toBe(2.1)
    expect(typedNumber('2.100', german)).toBe(2100)
    expect(typedNumber('2 100,5', french)).toBe(2100.5)
    for (const language of [english, german, french]) {
      expect(typedNumber('1,234.5', language)).toBe(1234.5)
      expect(typedNumber('1.234,5', language)).toBe(1234.5)
      expect(typedNumber('1.234.567', language)).toBe(1234567)
      expect(typedNumber('6,5', language)).toBe(6.5)
      expect(typedNumber('6.5', language)).toBe(6.5)
    }
  })

  it('comes back as the same number from the text of a field', () => {
    fc.assert(
      fc.property(fc.double({ noNaN: true, min: -1e9, max: 1e9 }), fc.constantFrom(english, german, french), (value, language) => {
        expect(typedNumber(numberText(value, language), language)).toBe(value === 0 ? Math.abs(value) : value)
      }),
    )
  })

  it('out of bounds is refused with what was found and expected, rounded as bounds are read', () => {
    expect(outOfBounds('5', 0, 5)).toBeNull()
    expect(outOfBounds('5.1', 0, 5)).toBe('found 5.1, expected 0 to 5')
    expect(outOfBounds('wide', 0, 5)).toBe('found wide, expected 0 to 5')
    expect(outOfBounds('  ', 0, 5)).toBe('found nothing, expected 0 to 5')
    expect(outOfBounds('abc', 0, 1859.9540867441535)).toBe('found abc, expected 0 to 1859.95')
    expect(outOfBounds('2,100', 0, 5)).toBe('found 2,100, read as 2100, expected 0 to 5')
  })

  it('that counts something is whole', () => {
    expect([wholeNumber('6', 1, 60), wholeNumber('6.5', 1, 60), wholeNumber('61', 1, 60), wholeNumber('', 1, 60)]).toEqual([
      6,
      null,
      null,
      null,
    ])
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

  it('is taken over as the window closes', async () => {
    const { onTake, field } = open()
    await userEvent.clear(field)
    await userEvent.type(field, '7')
    act(() => void window.dispatchEvent(new Event('pagehide')))
    expect(onTake.mock.calls).toEqual([['7']])
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
