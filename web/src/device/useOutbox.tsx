import { createContext, useContext, useEffect, useState, useSyncExternalStore, type ReactNode } from 'react'
import { Outbox, type OutboxState } from './outbox'

const EVERY_MS = 30_000
const OutboxContext = createContext<Outbox | null>(null)

/** Holds the one outbox of the page. While any page is open, what waits on this device is sent as soon as the server takes it. */
export function OutboxProvider({ children }: { children: ReactNode }) {
  const [outbox] = useState(() => new Outbox())
  useEffect(() => {
    void outbox.open()
    const check = () => void outbox.check()
    const timer = setInterval(check, EVERY_MS)
    window.addEventListener('online', check)
    return () => {
      clearInterval(timer)
      window.removeEventListener('online', check)
      outbox.close()
    }
  }, [outbox])
  return <OutboxContext value={outbox}>{children}</OutboxContext>
}

export function useOutbox(): Outbox {
  const outbox = useContext(OutboxContext)
  if (!outbox) throw new Error('the outbox is used outside its provider')
  return outbox
}

/** How the sending of this device's entries stands. */
export function useOutboxState(): OutboxState {
  const outbox = useOutbox()
  return useSyncExternalStore(outbox.subscribe, outbox.snapshot)
}
