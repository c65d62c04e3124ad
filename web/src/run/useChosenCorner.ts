import { useCallback, useEffect, useState } from 'react'
import { expectedLapS, lapOfCorner, type PlanSolution, type StintRecord } from '@ochote/core'
import { trueNow } from '../device/deviceClock'
import type { Passed } from './usePassed'

/** A corner chosen by hand stays chosen this long after the last tap; then the clock or the logger chooses again. */
const CHOSEN_FOR_MS = 20_000

interface ChosenCorner {
  readonly corner: string | null
  /** the lap on which it was last driven */
  readonly lap: number
  readonly source: 'chosen' | 'by the clock' | 'by the logger' | null
  readonly choose: (number: string) => void
  /** keeps a chosen corner for as long again: someone is still logging there */
  readonly keep: () => void
}

/** Which corner is being logged: the one just driven, or another for a while after a tap. */
export function useChosenCorner(solution: PlanSolution, record: StintRecord, passed: Passed | null): ChosenCorner {
  const [chosen, setChosen] = useState<{ corner: string; lap: number } | null>(null)
  const running = record.phase === 'running'
  useEffect(() => {
    if (!chosen || !running) return
    const timer = setTimeout(() => setChosen(null), CHOSEN_FOR_MS)
    return () => clearTimeout(timer)
  }, [chosen, running])
  const current = record.laps.find((lap) => lap.timeS === null)
  const lap = current?.number ?? record.laps.length
  const choose = useCallback(
    (corner: string) => {
      const elapsedS = current ? (trueNow() - current.startedAtMs) / 1000 : 0
      const expectedS = expectedLapS(record, solution.trace.lapTimeS)
      setChosen({ corner, lap: lapOfCorner(solution, corner, lap, elapsedS, expectedS) })
    },
    [solution, record, current, lap],
  )
  const keep = useCallback(() => setChosen((own) => own && { ...own }), [])
  const shown = chosen ?? passed
  const source = chosen ? 'chosen' : passed ? (passed.by === 'logger' ? 'by the logger' : 'by the clock') : null
  return { corner: shown?.corner ?? null, lap: shown?.lap ?? lap, source, choose, keep }
}
