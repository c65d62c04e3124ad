import 'fake-indexeddb/auto'
import { describe, expect, it, vi } from 'vitest'
import { solved } from '../fixtures/stadium'

describe('solutions cached on the device', () => {
  it('is found by its key; the oldest go when there are many', async () => {
    const { cacheSolution, cachedSolution } = await import('./solutionStore')
    const { stored } = solved()
    for (let k = 0; k < 62; k++) {
      vi.setSystemTime(1_000_000 + k)
      await cacheSolution(`plan ${k}`, stored)
    }
    vi.useRealTimers()
    expect(await cachedSolution('plan 61')).toEqual(stored)
    expect(await cachedSolution('plan 0')).toBeNull()
    expect(await cachedSolution('another')).toBeNull()
  })
})
