import { expose, transfer } from 'comlink'
import {
  analysisOf,
  bestOfCorners,
  driveOn,
  joined,
  paceUsed,
  plannedTrace,
  tracesOf,
  unpackColumns,
  upTo,
  type Analysis,
  type BestOfCorners,
  type LapTrace,
  type PaceUsed,
  type PlanSolution,
} from '@ochote/core'
import type { Setup } from '@ochote/contracts'

/** Recordings of one outing to be reviewed against a plan. */
export interface ReviewQuestion {
  solution: PlanSolution
  pace: Setup['pace']
  /** when the stint was over, UTC ms; null where nobody said */
  endedAtMs: number | null
  /** packed columns of each recording */
  columns: ArrayBuffer[]
}

/** Everything that a review shows. */
export interface Reviewed {
  readonly analysis: Analysis
  /** every lap, in the order of `analysis.laps` */
  readonly traces: readonly LapTrace[]
  readonly planned: LapTrace
  readonly best: BestOfCorners | null
  readonly pace: readonly PaceUsed[]
  /** UTC at second 0 of its times, ms; null where its clock tells no date */
  readonly zeroAtMs: number | null
}

const api = {
  review({ solution, pace, endedAtMs, columns }: ReviewQuestion): Reviewed {
    const recording = joined(columns.map((bytes) => unpackColumns(new Uint8Array(bytes))))
    const { zeroAtMs } = recording
    const whole = driveOn(solution, recording)
    const on = endedAtMs === null || zeroAtMs === null ? whole : upTo(whole, (endedAtMs - zeroAtMs) / 1000)
    const analysis = analysisOf(solution, on)
    const traces = tracesOf(solution, on.drive, on.laps)
    const reviewed: Reviewed = {
      ...{ analysis, traces, planned: plannedTrace(solution), zeroAtMs },
      best: bestOfCorners(solution, on.drive, analysis.passes),
      pace: paceUsed(solution, pace, on.drive, analysis.passes),
    }
    const buffers = traces.flatMap((trace) =>
      Object.values(trace).flatMap((values: unknown) => (values instanceof Float64Array ? [values.buffer] : [])),
    )
    return transfer(reviewed, buffers)
  },
}
export type ReviewWorker = typeof api

expose(api)
