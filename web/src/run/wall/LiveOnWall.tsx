import { useCallback } from 'react'
import type { Stint } from '@ochote/contracts'
import type { PlanSolution, StintRecord } from '@ochote/core'
import type { AddToStint, OpenedLogs } from '../../stintLog/useStintLogs'
import type { LiveSource } from '../../telemetry/liveSource'
import { useLoggedCrossings } from '../useLoggedCrossings'
import { usePassed } from '../usePassed'

interface LiveOnWallProps {
  stint: Stint
  solution: PlanSolution
  record: StintRecord
  logs: OpenedLogs
  source: LiveSource
}

/** Where a car is by its logger, whose crossings are logged here too; nothing where it has none. */
export function LiveOnWall({ stint, solution, record, logs, source }: LiveOnWallProps) {
  const { entries, ready } = logs.logOf(stint.id)
  const { add } = logs
  const log = useCallback<AddToStint>((entry, identity) => add(stint.id, entry, identity), [add, stint.id])
  useLoggedCrossings(stint.id, source, { entries, ready, add: log })
  const passed = usePassed(solution, record, source)
  return passed?.by === 'logger' ? ` · past corner ${passed.corner}, by the logger` : null
}
