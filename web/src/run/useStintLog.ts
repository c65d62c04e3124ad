import { useCallback, useMemo } from 'react'
import { useQuery } from '@tanstack/react-query'
import type { StintView } from '@ochote/contracts'
import { stintQuery } from '../api/queries'
import type { LogState } from '../device/stintLog'
import { useStintLogs, type NewEntry } from '../device/useStintLogs'

/** What other devices logged for the stint is asked for so often, ms. */
const ASK_EVERY_MS = 10_000

export type { NewEntry } from '../device/useStintLogs'

/** The log of one stint on this device, with what other devices log to it, and how to add to it. */
export function useStintLog(file: StintView): LogState & { add: (tapped: NewEntry, exactly?: { id: string; atMs: number }) => string } {
  const { id } = file.stint
  const latest = useQuery({ ...stintQuery(id), initialData: file, refetchInterval: ASK_EVERY_MS })
  const files = useMemo(() => [latest.data], [latest.data])
  const { logOf, add } = useStintLogs(files)
  return { ...logOf(id), add: useCallback((tapped, exactly) => add(id, tapped, exactly), [add, id]) }
}
