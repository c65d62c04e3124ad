import { useEffect, useState } from 'react'
import type { CornerPass, PlanSolution, StintRecord } from '@ochote/core'
import { trueNow } from '../device/deviceClock'
import type { LiveSource } from '../telemetry/liveSource'
import { whereNow, type Where } from './whereNow'

export interface Passed extends CornerPass {
  readonly by: Where['by']
}

const LOOK_EVERY_MS = 500

/** The last corner passed. The value changes only with the corner, so that the seat renders no more than it must. */
export function usePassed(solution: PlanSolution, record: StintRecord, source: LiveSource): Passed | null {
  const [passed, setPassed] = useState<Passed | null>(null)
  useEffect(() => {
    const look = () => {
      const where = whereNow(solution, record, source.car(), trueNow())
      const now = where?.pass ? { ...where.pass, by: where.by } : null
      setPassed((before) => (before?.corner === now?.corner && before?.lap === now?.lap && before?.by === now?.by ? before : now))
    }
    look()
    if (record.phase !== 'running') return
    const timer = setInterval(look, LOOK_EVERY_MS)
    return () => clearInterval(timer)
  }, [solution, record, source])
  return passed
}
