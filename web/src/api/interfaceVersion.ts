import { INTERFACE_VERSION } from '@ochote/contracts'

const listeners = new Set<() => void>()
let differs = false

/** Compares this page with the server that answered. @param version - of the server's interface, as its header has it; null tells nothing */
export function noteInterface(version: string | null): void {
  if (version === null) return
  const now = version !== String(INTERFACE_VERSION)
  if (now === differs) return
  differs = now
  listeners.forEach((listener) => listener())
}

/** Whether the server is of another version than this page. */
export const otherVersion = {
  subscribe: (listener: () => void) => {
    listeners.add(listener)
    return () => listeners.delete(listener)
  },
  snapshot: (): boolean => differs,
}
