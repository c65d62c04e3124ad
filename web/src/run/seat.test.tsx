import { screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { stintRecord, type LoggedFault } from '@ochote/core'
import { describe, expect, it, vi } from 'vitest'
import { renderPage } from '../fixtures/render'
import { idOf, logOf, solved, threeLaps } from '../fixtures/stadium'
import { CornerStrip } from './CornerStrip'
import { entryWords } from './entryWords'
import { FaultTargets } from './FaultTargets'
import { PraiseTargets } from './PraiseTargets'
import { LastEntry } from './LastEntry'
import { SeatClock } from './SeatClock'
import { SeatLog } from './SeatLog'

const fault: LoggedFault = { id: idOf(1), lap: 2, corner: '1', code: 'be', severity: 2 }
const targets = (change: Partial<Parameters<typeof FaultTargets>[0]> = {}) => {
  const handlers = { onFault: vi.fn(), again: vi.fn(), better: vi.fn() }
  renderPage(
    <FaultTargets
      offered={['be', 'te', 'ae'].map((code) => ({ code, likely: code === 'te' }))}
      logged={[]}
      disabled={false}
      lastCode="be"
      {...handlers}
      {...change}
    />,
  )
  return handlers
}

describe('the targets', () => {
  it('log a fault with one tap', async () => {
    const handlers = targets()
    await userEvent.click(screen.getByRole('button', { name: /turns in early/ }))
    expect(handlers.onFault).toHaveBeenCalledExactlyOnceWith('te')
  })

  it('show what is logged here with its severity in words and marks', () => {
    targets({ logged: [fault] })
    const pressed = screen.getByRole('button', { pressed: true })
    expect(pressed.textContent).toBe('brakes early●●○ costs')
  })

  it('offer again and better only where something was logged before', async () => {
    const handlers = targets()
    await userEvent.click(screen.getByRole('button', { name: /^Again/ }))
    await userEvent.click(screen.getByRole('button', { name: /^Better/ }))
    expect([handlers.again.mock.calls.length, handlers.better.mock.calls.length]).toEqual([1, 1])
  })

  it('say why again and better can’t be used', () => {
    targets({ again: null, better: null, lastCode: null })
    for (const name of [/^Again/, /^Better/]) {
      expect(screen.getByRole<HTMLButtonElement>('button', { name }).disabled).toBe(true)
      expect(screen.getByRole('button', { name }).textContent).toContain('none here before')
    }
  })

  it('praise by name', async () => {
    const onPraise = vi.fn()
    renderPage(<PraiseTargets disabled={false} onPraise={onPraise} />)
    await userEvent.click(screen.getByRole('button', { name: 'good recovery' }))
    expect(onPraise).toHaveBeenCalledExactlyOnceWith('recovery')
  })
})

describe('the corner strip', () => {
  it('names the corner, how it was chosen and the planned speed, and takes any other by a tap', async () => {
    const onChoose = vi.fn()
    renderPage(<CornerStrip corners={solved().corners} corner="1" source="by the clock" lap={2} onChoose={onChoose} />)
    expect(screen.getByText(/by the clock/).parentElement!.textContent).toMatch(/^Corner 1 , lap 2 · by the clock · \d+ km\/h planned$/)
    await userEvent.click(screen.getByRole('button', { name: /^Corner 2/ }))
    expect(onChoose).toHaveBeenCalledExactlyOnceWith('2')
  })

  it('says what to do before a corner is chosen', () => {
    renderPage(<CornerStrip corners={solved().corners} corner={null} source={null} lap={0} onChoose={vi.fn()} />)
    expect(screen.getByText('Tap the corner, then what happened there.')).toBeTruthy()
  })
})

describe('the clock', () => {
  const clockText = (seconds: number[], ended = false) => {
    const log = logOf([...seconds.map((s) => [s, { kind: 'line' }] as const), ...(ended ? [[500, { kind: 'in' }] as const] : [])])
    return renderPage(<SeatClock record={stintRecord(log)} plannedLaps={3} />).container.textContent
  }
  it('counts laps and laps left', () => {
    expect(clockText([])).toContain('3laps planned')
    expect(clockText([0, 40])).toContain('2lap1left after this')
    expect(clockText([0, 40, 80])).toContain('3lap0this is the last')
    expect(clockText([0, 40, 80, 120])).toContain('Coolafter the last')
  })
  it('says the last lap against the best', () => {
    expect(clockText([0, 40, 82])).toContain('Lap 2 0:42.00, 2.00 s slower than the best')
    expect(clockText([0, 42, 82])).toContain('Lap 2 0:40.00, the best')
  })
})

describe('the log in words', () => {
  const log = threeLaps()
  it('says each entry by lap, corner and name', () => {
    expect(log.map((e) => entryWords(e, log))).toEqual([
      'Lap 1 started',
      'Lap 1, corner 1: apex early, costs',
      'Lap 1, corner 2: brakes early',
      'Lap 1 ended',
      'Lap 2, corner 2: brakes early',
      'Lap 2 ended',
      'Lap 3, corner 1: hit the mark',
      'Lap 3, corner 2: brakes early',
      'Lap 3 ended',
      'In',
    ])
  })

  it('takes an entry back, and puts one back that was taken', async () => {
    const onUndo = vi.fn()
    const undo = { ...log[0]!, id: idOf(700), kind: 'undo' as const, about: log[1]!.id, deviceTime: '2026-10-17T10:45:00.000Z' }
    renderPage(<SeatLog entries={[...log, undo]} onUndo={onUndo} />)
    expect(screen.getAllByRole('listitem')[0]!.textContent).toContain('In')
    await userEvent.click(screen.getByRole('button', { name: 'Take back: Lap 3, corner 1: hit the mark' }))
    await userEvent.click(screen.getByRole('button', { name: 'Put back: Lap 1, corner 1: apex early, costs' }))
    expect(onUndo.mock.calls).toEqual([[log[6]!.id], [undo.id]])
  })

  it('gives ten seconds to take the last one back', async () => {
    const fresh = { ...log[1]!, deviceTime: new Date().toISOString() }
    const onUndo = vi.fn()
    const { unmount } = renderPage(<LastEntry entries={[fresh]} onUndo={onUndo} />)
    expect(screen.getByRole('status').textContent).toBe('Lap 1, corner 1: apex early, costs')
    await userEvent.click(screen.getByRole('button', { name: /^Undo \(\d+ s\)$/ }))
    expect(onUndo).toHaveBeenCalledExactlyOnceWith(fresh.id)
    unmount()
    renderPage(<LastEntry entries={[log[1]!]} onUndo={onUndo} />)
    expect(screen.queryByRole('button', { name: /^Undo/ })).toBeNull()
  })
})
