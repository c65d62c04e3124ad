import { fireEvent, screen, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { describe, expect, it, vi } from 'vitest'
import { renderPage } from '../../fixtures/render'
import { carKeys } from './carKeys'
import { CarList, type WallCar } from './CarList'
import { carNeed } from './carNeeds'
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

describe('the cars', () => {
  const now = Date.UTC(2026, 9, 17, 9)
  type State = WallCar['state']
  const running: State = { state: 'running', lap: 2, left: 1, lapS: 100, expectedAtMs: now + 42_000, overdueS: 0 }
  const car = (change: Partial<WallCar>, state: Partial<State> = {}): WallCar => {
    const whole = { ...running, ...state }
    const releaseBar = change.releaseBar ?? null
    return {
      ...{ stintId: 's', student: 'Una Brook', carName: 'Hatch', instructor: 'Rolf', lastS: null, key: 'a', live: null },
      ...{ releaseBar, state: whole, need: carNeed(whole, releaseBar, now, null) },
      ...change,
    }
  }
  const list = (cars: WallCar[]) => {
    const calls = { onSelect: vi.fn(), onLine: vi.fn(), onIn: vi.fn(), onMet: vi.fn() }
    renderPage(<CarList cars={cars} selected={0} {...calls} />)
    return calls
  }
  const carAt = (n: number) => screen.getAllByRole('listitem')[n]!

  it('say what each needs next, and how late it is, not by colour alone', () => {
    list([car({ lastS: 101.5 }), car({ stintId: 'b' }, { overdueS: 17.4 })])
    expect(carAt(0).textContent).toContain('At the line in 0:42: lap 2, 1 to go after it')
    expect(carAt(0).textContent).toContain('last lap 1:41.50')
    expect(carAt(1).textContent).toContain('▲ overdue 17 s on its lap 2: look for it')
  })

  it.each([
    ['in', {}, null, null, 'In. The debrief comes next.'],
    ['waiting', {}, null, null, 'Waits for the cars before it'],
    ['waiting', {}, null, now + 12_000, 'Release it in 0:12'],
    ['waiting', {}, null, now - 1, 'Release it now'],
    ['waiting', {}, 'Was not at the drivers’ meeting', now, 'Was not at the drivers’ meeting'],
    ['out lap', { lap: 0, left: 3 }, null, null, 'At the line in 0:42: out lap, 3 to go after it'],
    ['running', { left: 0 }, null, null, 'At the line in 0:42: lap 2, then in'],
  ] as const)('that are %s %o, held by %s, free at %s: %s', (state, change, bar, at, words) => {
    expect(carNeed({ ...running, ...change, state }, bar, now, at).whole).toBe(words)
  })

  it('let nobody start who is kept back, and say how to put it right', async () => {
    const { onMet, onLine, onSelect } = list([
      car({ releaseBar: 'Was not at the drivers’ meeting' }, { state: 'waiting', lap: 0, expectedAtMs: null }),
    ])
    expect(within(carAt(0)).queryByRole('button', { name: 'Line' })).toBeNull()
    await userEvent.click(within(carAt(0)).getByRole('button', { name: 'Briefed Una Brook now' }))
    expect([onMet.mock.calls, onLine.mock.calls, onSelect.mock.calls]).toEqual([[[0]], [], []])
  })

  it('are chosen by their line, and logged by its buttons', async () => {
    const { onSelect, onLine, onIn } = list([car({})])
    fireEvent.click(carAt(0))
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
