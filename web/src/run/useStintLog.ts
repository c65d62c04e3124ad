import { useEffect, useMemo, useSyncExternalStore } from 'react'
import { useQueryClient } from '@tanstack/react-query'
import type { LogEntry, StintFile } from '@ochote/contracts'
import { v7 as uuid } from 'uuid'
import { dayQuery, studentQuery } from '../api/queries'
import { deviceId } from '../device/deviceStore'
import { StintLog, type LogState } from '../device/stintLog'

type Own<T> = T extends LogEntry ? Omit<T, 'id' | 'stintId' | 'deviceId' | 'deviceTime'> : never
/** What was tapped, before it gets its id and time. */
export type Tapped = Own<LogEntry>

/** The log of a stint on this device, and how to add to it. */
export function useStintLog(file: StintFile): LogState & { add: (tapped: Tapped) => string } {
  const client = useQueryClient()
  const { id: stintId, eventId, studentId } = file.stint
  // the log of the server as it was when the seat was opened; what is tapped afterwards is this device's own
  // eslint-disable-next-line react-hooks/exhaustive-deps
  const log = useMemo(() => new StintLog(stintId, file.log), [stintId])
  useEffect(() => {
    void log.open()
    return () => {
      log.close()
      // other stages read the server's copy: let them ask again
      void client.invalidateQueries({ queryKey: dayQuery(eventId).queryKey })
      void client.invalidateQueries({ queryKey: studentQuery(studentId).queryKey })
    }
  }, [log, client, eventId, studentId])
  const state = useSyncExternalStore(log.subscribe, log.snapshot)
  const add = (tapped: Tapped): string => {
    const entry: LogEntry = { ...tapped, id: uuid(), stintId, deviceId: deviceId(), deviceTime: new Date().toISOString() }
    void log.add(entry)
    return entry.id
  }
  return { ...state, add }
}
