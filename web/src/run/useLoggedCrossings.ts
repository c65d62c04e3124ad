import { useEffect } from 'react'
import { v5 as uuidOf } from 'uuid'
import type { LiveSource } from '../telemetry/liveSource'
import { useLive } from '../telemetry/useLiveSource'
import type { LogState } from '../stintLog/stintLog'
import type { AddToStint } from '../stintLog/useStintLogs'

/**
 * Logs the line as the logger crosses it. Every device that listens makes the same entry, by name, so it is stored once; laps driven
 * while the link was down are logged when they arrive.
 */
export function useLoggedCrossings(
  stintId: string,
  source: LiveSource,
  log: Pick<LogState, 'entries' | 'ready'> & { add: AddToStint },
): void {
  const crossed = useLive(source, (car) => car?.laps.length ?? 0)
  const { entries, ready, add } = log
  useEffect(() => {
    const loggerId = source.loggerId()
    if (!ready || loggerId === null) return
    const logged = new Set(entries.map((e) => e.id))
    for (const { startMs } of source.car()?.laps ?? []) {
      const id = uuidOf(`${loggerId}/line/${Math.round(startMs)}`, stintId)
      if (!logged.has(id)) add({ kind: 'line', source: 'logger' }, { id, atMs: startMs })
    }
  }, [stintId, source, crossed, entries, ready, add])
}
