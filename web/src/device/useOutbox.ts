import { useEffect } from 'react'
import { sendUnsent } from './outbox'

const EVERY_MS = 30_000

/** While any page is open, what waits on this device is sent as soon as the server takes it. */
export function useOutbox(): void {
  useEffect(() => {
    // a refusal or no answer leaves everything kept and waiting, which the seat shows
    const attempt = () => void sendUnsent().catch(() => undefined)
    attempt()
    const timer = setInterval(attempt, EVERY_MS)
    window.addEventListener('online', attempt)
    return () => {
      clearInterval(timer)
      window.removeEventListener('online', attempt)
    }
  }, [])
}
