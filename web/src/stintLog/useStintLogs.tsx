import { useQuery } from '@tanstack/react-query'
import { createContext, useCallback, useContext, useEffect, useLayoutEffect, useState, useSyncExternalStore, type ReactNode } from 'react'
import { v4 as uuid } from 'uuid'
import type { LogEntry } from '@ochote/contracts'
import { deviceId } from '../device/deviceStore'
import { stampNow } from '../device/deviceClock'
import { useOutbox } from '../device/useOutbox'
import { logQuery, type WhoseLog } from './logQuery'
import type { LogState } from './stintLog'
import { StintLogs } from './stintLogs'

type Own<T> = T extends LogEntry ? Omit<T, 'id' | 'stintId' | 'deviceId' | 'deviceTime' | 'clockOffsetMs' | 'clockEpoch'> : never
/** An entry as it is tapped, before it gets its id and time. */
export type NewEntry = Own<LogEntry>
/** Id and time of an entry that comes from a logger. */
interface GivenIdentity {
  id: string
  atMs: number
}

export type AddEntry = (stintId: string, entry: NewEntry, identity?: GivenIdentity) => string

/** The logs of several stints, and a way to add to them. */
export interface OpenedLogs {
  readonly logOf: (stintId: string) => LogState
  readonly add: AddEntry
}

const LogsContext = createContext<StintLogs | null>(null)

/** Holds the logs that every page reads and adds to, so that all of them show the same entries. */
export function StintLogsProvider({ children }: { children: ReactNode }) {
  const outbox = useOutbox()
  const [logs] = useState(() => new StintLogs(outbox))
  useEffect(() => () => logs.close(), [logs])
  return <LogsContext value={logs}>{children}</LogsContext>
}

function useLogs(): StintLogs {
  const logs = useContext(LogsContext)
  if (!logs) throw new Error('the stint logs are used outside their provider')
  return logs
}

/**
 * Brings what the server stores of someone's log into the logs; asks again every `pollMs` milliseconds if that is given.
 * @returns whether the server has answered, or did not: before that, a log may only look empty
 */
export function useServerLog(whose: WhoseLog, pollMs: number | false = false): boolean {
  const logs = useLogs()
  const { data, isFetched, failureCount, fetchStatus } = useQuery({ ...logQuery(whose), refetchInterval: pollMs })
  // before the page is drawn: nobody sees the log as it was before
  useLayoutEffect(() => {
    if (!data) return
    for (const [stintId, { entries, unreadable }] of data.byStint) logs.merge(stintId, entries, unreadable)
  }, [logs, data])
  return isFetched || failureCount > 0 || fetchStatus === 'paused'
}

/** The logs of stints, this device's entries merged with the server's, and how to add to them. */
export function useStintLogs(stintIds: readonly string[]): OpenedLogs {
  const logs = useLogs()
  const opened = stintIds.join()
  useEffect(() => {
    logs.open(opened === '' ? [] : opened.split(','))
  }, [logs, opened])
  const states = useSyncExternalStore(logs.subscribe, logs.snapshot)
  const add = useCallback<AddEntry>(
    (stintId, entry, identity) => {
      const id = identity?.id ?? uuid()
      const stamp = identity ? { deviceTime: new Date(identity.atMs).toISOString() } : stampNow()
      void logs.add({ ...entry, id, stintId, deviceId: deviceId(), ...stamp })
      return id
    },
    [logs],
  )
  // a new function whenever a log has changed, so that what is computed from it is computed again
  const logOf = useCallback((stintId: string) => states.get(stintId) ?? logs.stateOf(stintId), [states, logs])
  return { logOf, add }
}

export type AddToStint = (entry: NewEntry, identity?: GivenIdentity) => string

const POLL_MS = 10_000

/** The log of one stint, kept up with what other devices log, and how to add to it. */
export function useStintLog(stintId: string): LogState & { add: AddToStint } {
  useServerLog({ stintId }, POLL_MS)
  const { logOf, add } = useStintLogs([stintId])
  return { ...logOf(stintId), add: useCallback((entry, identity) => add(stintId, entry, identity), [add, stintId]) }
}
