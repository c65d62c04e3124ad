import { vi } from 'vitest'

export interface Asked {
  readonly method: string
  readonly path: string
  readonly body: unknown
}

type Answer = { status?: number; body: unknown } | 'no answer'

/** Stands where the network is: answers as told, and remembers what was asked in order. */
export function fakeServer(answer: (asked: Asked) => Answer): { asked: Asked[] } {
  const asked: Asked[] = []
  vi.stubGlobal('fetch', (path: string, options: { method?: string; body?: string } = {}) => {
    const request = {
      method: options.method ?? 'GET',
      path,
      body: options.body === undefined ? null : (JSON.parse(options.body) as unknown),
    }
    asked.push(request)
    const given = answer(request)
    if (given === 'no answer') return Promise.reject(new TypeError('Failed to fetch'))
    return Promise.resolve(new Response(JSON.stringify(given.body), { status: given.status ?? 200 }))
  })
  return { asked }
}
