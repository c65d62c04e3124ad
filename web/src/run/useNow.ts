import { useEffect, useState } from 'react'

/** The device's clock, ms, told again every `everyMs` while active. */
export function useNow(everyMs: number, active: boolean): number {
  const [now, setNow] = useState(() => Date.now())
  useEffect(() => {
    if (!active) return
    const timer = setInterval(() => setNow(Date.now()), everyMs)
    return () => clearInterval(timer)
  }, [everyMs, active])
  return now
}
