import { fireEvent, screen, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { describe, expect, it, vi } from 'vitest'
import { renderPage } from '../../fixtures/render'
import { carKeys } from './carKeys'
import { CarTable, type WallCar } from './CarTable'
import { CodeField } from './CodeField'
import { SessionClock } from './SessionClock'
import { todayAt } from './todayAt'

const handlers = () => ({
  onEntry: vi.fn(),
  onLine: vi.fn(),
  onSelect: vi.fn(),
  onMove: vi.fn(),
  onIn: vi.fn(),
  onRelease: vi.fn(),
  onUndo: vi.fn(),
})
function open() {
  const calls = handlers()
  renderPage(<CodeField selected="Una" corners={['1', '2', '7']} likely={() => ['te']} carKeys={['a', 'b', 'c']} {...calls} />)
  return { ...calls, field: screen.getByRole<HTMLInputElement>('textbox', { name: 'Code for Una' }) }
}

describe('the wall’s code field', () => {
  it('has the focus from the start, and logs a code at Enter', async () => {
    const { onEntry, field } = open()
    expect(document.activeElement).toBe(field)
    await userEvent.keyboard('7te2{Enter}')
    expect(onEntry).toHaveBeenCalledExactlyOnceWith({ kind: 'fault', corner: '7', code: 'te', severity: 2 })
    expect(field.value).toBe('')
  })

  it('completes with Tab, says what is wrong, and logs nothing that is not whole', async () => {
    const { onEntry, field } = open()
    await userEvent.keyboard('7t{Tab}')
    expect(field.value).toBe('7te')
    await userEvent.keyboard('9{Enter}')
    expect(screen.getByRole('status').textContent).toMatch(/^“9” after te: expected/)
    expect(onEntry).not.toHaveBeenCalled()
    await userEvent.keyboard('{Escape}')
    expect(field.value).toBe('')
  })

  it('takes a car’s letter as its lap while it is empty only', async () => {
    const { onLine, onSelect, field } = open()
    await userEvent.keyboard('b')
    expect(onLine).toHaveBeenCalledExactlyOnceWith(1)
    await userEvent.keyboard('{Shift>}C{/Shift}')
    expect(onSelect).toHaveBeenCalledExactlyOnceWith(2)
    await userEvent.keyboard('1b')
    expect(field.value).toBe('1b')
    expect(onLine).toHaveBeenCalledOnce()
  })

  it('releases, moves, brings in and takes back by key', async () => {
    const { onRelease, onMove, onIn, onUndo } = open()
    await userEvent.keyboard(' {ArrowDown}{ArrowUp}{Backspace}0')
    expect(screen.getByRole('status').textContent).toBe('Enter: Una is in')
    await userEvent.keyboard('{Enter}')
    expect([onRelease, onUndo, onIn].map((f) => f.mock.calls.length)).toEqual([1, 1, 1])
    expect(onMove.mock.calls).toEqual([[1], [-1]])
  })

  it('offers what can follow as buttons, in words', async () => {
    const { field } = open()
    await userEvent.keyboard('2')
    await userEvent.click(screen.getByRole('button', { name: '2te turns in early' }))
    expect(field.value).toBe('2te')
  })
})

describe('letters of cars', () => {
  it('skip those that a corner’s number begins with', () => {
    expect(carKeys(4, ['1', 'A', 'c2'])).toEqual(['b', 'd', 'e', 'f'])
  })
})

describe('the table of cars', () => {
  const now = Date.UTC(2026, 9, 17, 9)
  const car = (change: Partial<WallCar>, state: Partial<WallCar['state']> = {}): WallCar => ({
    stintId: 's',
    student: 'Una Brook',
    carName: 'Hatch',
    instructor: 'Rolf',
    lastS: null,
    releaseBar: null,
    key: 'a',
    live: null,
    ...change,
    state: { state: 'running', lap: 2, left: 1, lapS: 100, expectedAtMs: now + 42_000, overdueS: 0, ...state },
  })
  const table = (cars: WallCar[]) => {
    const calls = { onSelect: vi.fn(), onLine: vi.fn(), onIn: vi.fn(), onMet: vi.fn() }
    renderPage(<CarTable cars={cars} selected={0} now={now} {...calls} />)
    return calls
  }
  const rowOf = (n: number) => screen.getAllByRole('row')[n]!

  it('says when each comes by next, and how late it is, not by colour alone', () => {
    table([car({ lastS: 101.5 }), car({ stintId: 'b' }, { overdueS: 17.4 })])
    expect(rowOf(1).textContent).toContain('2, 11:41.50in 0:42')
    expect(rowOf(2).textContent).toContain('▲ overdue 17 s')
  })

  it('lets nobody start who is kept back, and says how to put it right', async () => {
    const { onMet, onLine, onSelect } = table([
      car({ releaseBar: 'Was not at the drivers’ meeting' }, { state: 'waiting', lap: 0, expectedAtMs: null }),
    ])
    expect(within(rowOf(1)).getByRole<HTMLButtonElement>('button', { name: 'Line' }).disabled).toBe(true)
    await userEvent.click(within(rowOf(1)).getByRole('button', { name: 'Briefed Una Brook now' }))
    expect([onMet.mock.calls, onLine.mock.calls, onSelect.mock.calls]).toEqual([[[0]], [], []])
  })

  it('chooses a car by its row, and logs by its buttons', async () => {
    const { onSelect, onLine, onIn } = table([car({})])
    fireEvent.click(rowOf(1))
    await userEvent.click(screen.getByRole('button', { name: 'Line' }))
    await userEvent.click(screen.getByRole('button', { name: 'In' }))
    expect([onSelect.mock.calls.length, onLine.mock.calls, onIn.mock.calls]).toEqual([1, [[0]], [[0]]])
  })
})

describe('the session’s clock', () => {
  const now = todayAt('10:00', Date.UTC(2026, 9, 17, 9))
  const clock = (change: Partial<Parameters<typeof SessionClock>[0]>) => {
    const calls = { onShown: vi.fn(), onRelease: vi.fn() }
    renderPage(
      <SessionClock now={now} endMs={now + 1_200_000} callInMs={now + 300_000} out={3} shown={false} next={null} {...calls} {...change} />,
    )
    return calls
  }
  it('says by when the end must be shown, and how long that is', () => {
    clock({})
    expect(screen.getByRole('status').textContent).toMatch(/^Give the last-lap signal by 10:05:00, in 5:00: .* before 10:20:00\.$/)
  })
  it('says so when that has passed, and takes that it was shown', async () => {
    const { onShown } = clock({ callInMs: now - 1 })
    expect(screen.getByRole('status').textContent).toMatch(/^▲ Give the last-lap signal now/)
    await userEvent.click(screen.getByRole('button', { name: 'Last-lap signal given' }))
    expect(onShown).toHaveBeenCalledOnce()
  })
  it('holds the next car back until the interval is over', () => {
    clock({ next: { name: 'Leo', atMs: now + 12_000 } })
    expect(screen.getByText('Next out: Leo, in 0:12')).toBeTruthy()
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Release Leo' }).disabled).toBe(true)
  })
  it('counts a time of day on the day it is', () => {
    const at = new Date(todayAt('23:45', now))
    expect([at.getHours(), at.getMinutes(), at.getSeconds()]).toEqual([23, 45, 0])
  })
})
