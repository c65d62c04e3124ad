import { useCallback, useState } from 'react'
import type { OpenedLogs } from '../../stintLog/useStintLogs'

/** Entries made on this wall, so that the last can be named and undone, whichever car it was for. */
export function useEntriesMade({ add, logOf }: OpenedLogs) {
  const [made, setMade] = useState<readonly { stintId: string; id: string }[]>([])
  const log = useCallback(
    (stintId: string, tapped: Parameters<OpenedLogs['add']>[1]) => {
      const id = add(stintId, tapped)
      setMade((before) => [...before, { stintId, id }])
    },
    [add],
  )
  const last = made[made.length - 1]
  const lastEntries = last ? logOf(last.stintId).entries : []
  const lastEntry = lastEntries.find((e) => e.id === last?.id)
  const undo = () => {
    if (!last) return
    add(last.stintId, { kind: 'undo', about: last.id })
    setMade(made.slice(0, -1))
  }
  return { log, undo, last, lastEntry, lastEntries }
}
