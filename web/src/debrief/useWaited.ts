import { useEffect, useState } from 'react'

/** Whether so long has passed since the page was opened. */
export function useWaited(ms: number): boolean {
  const [waited, setWaited] = useState(false)
  useEffect(() => {
    const timer = setTimeout(() => setWaited(true), ms)
    return () => clearTimeout(timer)
  }, [ms])
  return waited
}
