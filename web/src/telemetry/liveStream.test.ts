import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { LiveSample } from '@ochote/contracts'

class FakeSource {
  static opened: FakeSource[] = []
  onmessage: ((event: { data: string }) => void) | null = null
  closed = false
  readonly url: string
  constructor(url: string) {
    this.url = decodeURIComponent(url)
    FakeSource.opened.push(this)
  }
  close() {
    this.closed = true
  }
  tell(id: string, ...seqs: number[]) {
    const samples = seqs.map((seq): LiveSample => ({ seq, timeMs: 1_000 + seq, lat: 1, lon: 2 }))
    this.onmessage?.({ data: JSON.stringify({ id, samples }) })
  }
}

let stream: { follow: (id: string, listener: (samples: readonly LiveSample[]) => void) => () => void }
beforeEach(async () => {
  vi.useFakeTimers()
  vi.resetModules()
  FakeSource.opened = []
  vi.stubGlobal('EventSource', FakeSource)
  stream = (await import('./liveStream')).liveStream
})
afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})
const open = () => FakeSource.opened.filter((s) => !s.closed)
const numbers = (heard: LiveSample[]) => heard.map((s) => s.seq)

describe('the loggers a page follows', () => {
  it('come over one connection, however many they are', () => {
    for (let k = 0; k < 8; k++) stream.follow(`car-${k}`, vi.fn())
    vi.advanceTimersByTime(100)
    expect(open()).toHaveLength(1)
    expect(open()[0]!.url).toContain('follow=car-0:0,car-1:0')
  })

  it('reach their own listeners, and go on from where they were when another is followed', () => {
    const a: LiveSample[] = []
    const b: LiveSample[] = []
    stream.follow('a', (samples) => a.push(...samples))
    vi.advanceTimersByTime(100)
    open()[0]!.tell('a', 0, 1, 2)
    stream.follow('b', (samples) => b.push(...samples))
    vi.advanceTimersByTime(100)
    expect(open().map((s) => s.url)).toEqual(['/api/loggers/streams?follow=a:3,b:0'])
    open()[0]!.tell('b', 0)
    open()[0]!.tell('a', 3)
    expect([numbers(a), numbers(b)]).toEqual([[0, 1, 2, 3], [0]])
  })

  it('are let go of with their last listener', () => {
    const stop = stream.follow('a', vi.fn())
    vi.advanceTimersByTime(100)
    stop()
    vi.advanceTimersByTime(100)
    expect(open()).toEqual([])
  })
})
