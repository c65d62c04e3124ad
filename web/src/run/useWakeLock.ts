import { useEffect } from 'react'

/** Keeps the screen on while active, where the device can; taken again when the page comes back into view. */
export function useWakeLock(active: boolean): void {
  useEffect(() => {
    if (!active || !('wakeLock' in navigator)) return
    let lock: WakeLockSentinel | null = null
    let over = false
    const take = async () => {
      if (document.visibilityState !== 'visible') return
      const taken = await navigator.wakeLock.request('screen').catch(() => null) // refused on low battery; nothing can be done
      if (over) void taken?.release()
      else lock = taken
    }
    const onVisible = () => void take()
    void take()
    document.addEventListener('visibilitychange', onVisible)
    return () => {
      over = true
      document.removeEventListener('visibilitychange', onVisible)
      void lock?.release()
    }
  }, [active])
}
