/** Answers that came from the device because the server gave none in time: by path, when the server gave them. */
const kept = new Map<string, string>()
const listeners = new Set<() => void>()
let oldest: string | null = null

/** Remembers whether a path was answered by the server, or from the device. @param at - when the server gave the answer, ISO; null for now */
export function noteAnswer(path: string, at: string | null): void {
  if (at === null ? !kept.delete(path) : kept.get(path) === at) return
  if (at !== null) kept.set(path, at)
  oldest = [...kept.values()].sort()[0] ?? null
  listeners.forEach((listener) => listener())
}

export const oldestAnswer = {
  subscribe: (listener: () => void) => {
    listeners.add(listener)
    return () => listeners.delete(listener)
  },
  /** when the server gave the oldest of the answers shown from the device, ISO; null where all are fresh */
  snapshot: (): string | null => oldest,
}
