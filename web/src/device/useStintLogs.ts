import { useQueryClient } from '@tanstack/react-query'
import { useCallback, useEffect, useState, useSyncExternalStore } from 'react'
import { v4 as uuid } from 'uuid'
import type { LogEntry, StintView } from '@ochote/contracts'
import { dayQuery, studentQuery } from '../api/queries'
import { stampAt, trueNow } from './deviceClock'
import { deviceId } from './deviceStore'
import { StintLogs } from './stintLogs'
import type { LogState } from './stintLog'

type Own<T> = T extends LogEntry ? Omit<T, 'id' | 'stintId' | 'deviceId' | 'deviceTime' | 'clockOffsetMs'> : never
/** What was tapped, before it gets its id and time. */
export type NewEntry = Own<LogEntry>
/** When and as what something else than a finger logs: a logger's crossing has a time and an id of its own. */
interface Exactly {
  id: string
  atMs: number
}

const notOpen: LogState = { entries: [], waiting: 0, refused: null, ready: false }

/** The logs of stints on this device, and how to add to them. */
export function useStintLogs(files: readonly StintView[]): {
  logOf: (stintId: string) => LogState
  add: (stintId: string, tapped: NewEntry, exactly?: Exactly) => string
} {
  const client = useQueryClient()
  const [book] = useState(() => new StintLogs())
  useEffect(() => {
    book.hear(files)
  }, [book, files])
  useEffect(
    () => () => {
      book.close()
      // other stages read the server's copy: let them ask again
      void client.invalidateQueries({ queryKey: dayQuery('').queryKey.slice(0, 1) })
      void client.invalidateQueries({ queryKey: studentQuery('').queryKey.slice(0, 1) })
    },
    [book, client],
  )
  const states = useSyncExternalStore(book.subscribe, book.snapshot)
  const add = useCallback(
    (stintId: string, tapped: NewEntry, exactly?: Exactly): string => {
      const id = exactly?.id ?? uuid()
      const entry: LogEntry = { ...tapped, id, stintId, deviceId: deviceId(), ...stampAt(exactly?.atMs ?? trueNow()) }
      void book.add(entry)
      return id
    },
    [book],
  )
  const logOf = useCallback((stintId: string) => states.get(stintId) ?? notOpen, [states])
  return { logOf, add }
}
