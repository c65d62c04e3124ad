import type { Page } from '@playwright/test'

/** The compiler names functions with a helper that pages do not have. */
export const NAMES = 'globalThis.__name = (named) => named'

/** Times from one frame of a page to the next, ms. */
export const frameTimes = (page: Page, forMs: number): Promise<number[]> =>
  page.evaluate(async (ms) => {
    const found: number[] = []
    const start = performance.now()
    let last = start
    while (last - start < ms) {
      await new Promise(requestAnimationFrame)
      const now = performance.now()
      found.push(now - last)
      last = now
    }
    return found
  }, forMs)
