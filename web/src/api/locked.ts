const listeners = new Set<() => void>()
let isLocked = false

/** Remembers that the server asks for the school's PIN. */
export function noteLocked(): void {
  if (isLocked) return
  isLocked = true
  listeners.forEach((listener) => listener())
}

/** Whether this device has to give the school's PIN. */
export const locked = {
  subscribe: (listener: () => void) => {
    listeners.add(listener)
    return () => listeners.delete(listener)
  },
  snapshot: (): boolean => isLocked,
}
