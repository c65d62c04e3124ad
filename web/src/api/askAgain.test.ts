import { QueryClient, QueryObserver } from '@tanstack/react-query'
import { describe, expect, it, vi } from 'vitest'
import { askAgain } from './askAgain'

const gate = () => {
  let open: () => void = () => undefined
  const opened = new Promise<void>((resolve) => (open = resolve))
  return { open, opened }
}

describe('asking again after something is stored', () => {
  it.each(['a first answer that is on its way', 'an answer that is there'])('shows what is stored now, also over %s', async (which) => {
    const client = new QueryClient()
    let stored: string[] = []
    const late = gate()
    let asked = 0
    const queryFn = async () => {
      const answer = stored
      asked += 1
      if (asked === 1) await late.opened
      return answer
    }
    const observer = new QueryObserver(client, { queryKey: ['people', 'archived'], queryFn })
    const stop = observer.subscribe(() => undefined)
    await vi.waitFor(() => expect(asked).toBe(1))
    if (which.startsWith('an answer')) {
      late.open()
      await vi.waitFor(() => expect(observer.getCurrentResult().data).toEqual([]))
    }
    stored = ['Ivo Reed']
    await askAgain(client, ['people'])
    late.open()
    await vi.waitFor(() => expect(observer.getCurrentResult().data).toEqual(['Ivo Reed']))
    await new Promise((resolve) => setTimeout(resolve, 20))
    expect(observer.getCurrentResult().data).toEqual(['Ivo Reed'])
    stop()
  })
})
