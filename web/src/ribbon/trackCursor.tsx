import { createContext, useContext, useMemo, useSyncExternalStore, type ReactNode } from 'react'

/** The place being pointed at, shared by every drawing of the track on the page. Metres along the lap, or null. */
interface TrackCursor {
  get: () => number | null
  set: (stationM: number | null) => void
  subscribe: (listener: () => void) => () => void
}

function makeCursor(): TrackCursor {
  let station: number | null = null
  const listeners = new Set<() => void>()
  return {
    get: () => station,
    set: (next) => {
      if (next === station) return
      station = next
      listeners.forEach((listener) => listener())
    },
    subscribe: (listener) => {
      listeners.add(listener)
      return () => listeners.delete(listener)
    },
  }
}

const CursorContext = createContext<TrackCursor>(makeCursor())

export function TrackCursorProvider({ children }: { children: ReactNode }) {
  const cursor = useMemo(() => makeCursor(), [])
  return <CursorContext value={cursor}>{children}</CursorContext>
}

/** The cursor's station; a component that reads it renders again when it moves. */
export function useCursorStation(): number | null {
  const cursor = useContext(CursorContext)
  return useSyncExternalStore(cursor.subscribe, cursor.get)
}

/** Moves the cursor, without rendering again when it moves. */
export const useMoveCursor = (): ((stationM: number | null) => void) => useContext(CursorContext).set
