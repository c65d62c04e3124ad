import { act, renderHook } from '@testing-library/react'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { stintRecord } from '@ochote/core'
import { logOf, solved } from '../fixtures/stadium'
import { useChosenCorner } from './useChosenCorner'

afterEach(() => vi.useRealTimers())

describe('a corner chosen by hand', () => {
  const solution = solved()
  const record = stintRecord(logOf([[0, { kind: 'line' }]]))
  const passed = { corner: '1', lap: 1, by: 'clock' as const }
  const wait = (seconds: number) => act(() => void vi.advanceTimersByTime(seconds * 1000))

  it('stays for 20 s after the last tap there, then the clock chooses again', () => {
    vi.useFakeTimers()
    const { result } = renderHook(() => useChosenCorner(solution, record, passed))
    expect([result.current.corner, result.current.source]).toEqual(['1', 'by the clock'])
    act(() => result.current.choose('2'))
    wait(15)
    act(() => result.current.keep())
    wait(15)
    expect([result.current.corner, result.current.source]).toEqual(['2', 'chosen'])
    wait(6)
    expect(result.current.corner).toBe('1')
    act(() => result.current.keep()) // which chooses nothing by itself
    expect(result.current.source).toBe('by the clock')
  })
})
