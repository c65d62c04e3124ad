import { useMemo } from 'react'
import type { ReviewDraft, Setup, Vehicle } from '@ochote/contracts'
import {
  editableLine,
  editLine,
  gripMapOf,
  knotSpacingFor,
  plannedTrace,
  usualLineOf,
  valueAt,
  type LapTrace,
  type PlanSolution,
} from '@ochote/core'
import type { Autosave } from '../autosave/useAutosave'
import type { LineHand } from '../ribbon/lineHand'
import type { OpenStint } from '../stint/openStint'
import { useLineHand } from '../trackMap/useLineHand'
import { useSolution } from '../workers/useSolution'

interface WantedLine {
  /** the plan with the line wanted in place of its own */
  readonly solution: PlanSolution
  /** null where none is drawn */
  readonly trace: LapTrace | null
  /** the plan's own line in the form that hands draw, so that only what was moved makes a difference */
  readonly planned: { readonly trace: LapTrace; readonly lapS: number } | null
  /** null where it can't be drawn now */
  readonly hand: LineHand | null
  readonly error: unknown
}

/**
 * The line that an instructor wants driven, drawn by hand beside the line driven. It begins as the plan's, is driven at the plan's pace, and
 * is saved with the review.
 * @param isDrawing - whether hands may move it now
 */
export function useWantedLine(open: OpenStint, review: Autosave<ReviewDraft>, isDrawing: boolean, corner: string | null): WantedLine {
  const { plan, vehicleType, solution } = open
  const { wanted } = review.draft
  const input = useMemo(
    () => ({
      circuitId: plan.circuitId,
      vehicle: vehicleType.vehicle,
      setup: wanted ? { ...plan.setup, lineSchool: 'given' as const, givenLine: wanted } : plan.setup,
    }),
    [plan, vehicleType, wanted],
  )
  const solved = useSolution(input)
  const base = wanted && solved.data ? solved.data : solution
  const given = useMemo(() => ({ ...input, setup: { ...plan.setup, lineSchool: 'given' as const } }), [input, plan.setup])
  const { shown, hand, error } = useLineHand(base, given, corner, (line) => review.change({ ...review.draft, wanted: line }))
  const isDrawn = wanted !== null || shown !== base
  const trace = useMemo(() => (isDrawn ? plannedTrace(shown) : null), [isDrawn, shown])
  const planned = useMemo(
    () => (isDrawn ? asDrawn(solution, vehicleType.vehicle, plan.setup) : null),
    [isDrawn, solution, vehicleType, plan.setup],
  )
  return { planned, solution: isDrawing || isDrawn ? shown : solution, trace, hand: isDrawing ? hand : null, error: error ?? solved.error }
}

function asDrawn(solution: PlanSolution, vehicle: Vehicle, setup: Setup): { trace: LapTrace; lapS: number } {
  const { track, line } = solution
  const grip = gripMapOf(track, setup.conditions, usualLineOf(track.circuit, setup.conditions))
  const editable = editableLine({ track, line }, grip, vehicle, setup, knotSpacingFor(vehicle.kind))
  const drawn = editLine(editable, 0, valueAt(track, line.offsetM, 0))
  return { trace: plannedTrace({ ...solution, line: drawn.line, path: drawn.path, trace: drawn.trace }), lapS: drawn.trace.lapTimeS }
}
