import { trueNow } from '../device/deviceClock'
import { useEffect, useState } from 'react'

/** The true time as this device knows it, ms, updated every `everyMs` while active. */
export function useNow(everyMs: number, active: boolean): number {
  const [now, setNow] = useState(() => trueNow())
  useEffect(() => {
    if (!active) return
    const timer = setInterval(() => setNow(trueNow()), everyMs)
    return () => clearInterval(timer)
  }, [everyMs, active])
  return now
}
