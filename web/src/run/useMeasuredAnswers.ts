import { useEffect } from 'react'
import { v5 as uuidOf } from 'uuid'
import { measuredAnswers, type FollowUp, type PlanSolution, type StintRecord } from '@ochote/core'
import type { LiveSource } from '../telemetry/liveSource'
import type { Passed } from './usePassed'
import type { AddToStint } from '../stintLog/useStintLogs'

/** After each corner, answers what can be measured about the corrections that were called. */
export function useMeasuredAnswers(
  stintId: string,
  solution: PlanSolution,
  record: StintRecord,
  source: LiveSource,
  passed: Passed | null,
  followed: readonly FollowUp[],
  add: AddToStint,
): void {
  useEffect(() => {
    const car = source.car()
    if (!car?.place) return // also after the drive, when a page opened late has all of it at once
    for (const { about, ...answer } of measuredAnswers(solution, record, car, followed)) {
      const id = uuidOf(`${about}/measured/${answer.lap}`, stintId)
      add({ kind: 'followed', about, ...answer, by: 'measured' }, { id, atMs: car.place.timeMs })
    }
  }, [stintId, solution, record, source, passed, followed, add])
}
