import * as z from 'zod'
import { liveSampleSchema, loggerSchema, type LiveSample } from '@ochote/contracts'

type Listener = (samples: readonly LiveSample[]) => void

const daySchema = z.object({ id: loggerSchema.shape.id, samples: z.array(liveSampleSchema) })
/** Several cars that are followed at once are asked for together, ms. */
const TOGETHER_MS = 50

/**
 * All loggers that a page follows, over one connection: a browser has only six to a server, and a wall may follow more cars. The
 * browser reconnects a dropped link on its own, from the last samples it had.
 */
class LiveStream {
  private readonly listeners = new Map<string, Set<Listener>>()
  private readonly next = new Map<string, number>()
  private source: EventSource | null = null
  private timer: ReturnType<typeof setTimeout> | null = null

  /** Calls a listener with everything the server kept of a logger, and with everything that follows. @returns how to stop */
  follow(loggerId: string, listener: Listener): () => void {
    const own = this.listeners.get(loggerId) ?? new Set()
    this.listeners.set(loggerId, own.add(listener))
    this.next.set(loggerId, 0) // from the start, for the one who came last: others pass over what they had
    this.openSoon()
    return () => {
      own.delete(listener)
      if (own.size > 0) return
      this.listeners.delete(loggerId)
      this.next.delete(loggerId)
      this.openSoon()
    }
  }

  private openSoon(): void {
    this.timer ??= setTimeout(() => {
      this.timer = null
      this.open()
    }, TOGETHER_MS)
  }

  private open(): void {
    this.source?.close()
    this.source = null
    if (this.next.size === 0) return
    const follow = [...this.next].map(([id, from]) => `${id}:${from}`).join(',')
    this.source = new EventSource(`/api/loggers/streams?follow=${encodeURIComponent(follow)}`)
    this.source.onmessage = ({ data }: MessageEvent<string>) => {
      const { id, samples } = daySchema.parse(JSON.parse(data))
      const last = samples[samples.length - 1]
      if (!last || !this.next.has(id)) return
      this.next.set(id, last.seq + 1)
      this.listeners.get(id)?.forEach((listener) => listener(samples))
    }
  }
}

/** The page's one stream. */
export const liveStream = new LiveStream()
