import type { PlanSolution, StintRecord } from '@ochote/core'
import type { RibbonNote } from '../ribbon/NoteMark'

/** What was logged, dropped onto the place where it happened. */
export function logNotes(solution: PlanSolution, record: StintRecord): RibbonNote[] {
  const stationOf = (corner: string) => solution.corners.find((c) => c.number === corner)?.points.apex?.stationM
  const notes = [
    ...record.faults.map((f) => ({ id: f.id, corner: f.corner, text: f.code, severity: f.severity })),
    ...record.praises.map((p) => ({ id: p.id, corner: p.corner, text: '+', severity: 0 as const })),
  ]
  return notes.flatMap(({ corner, ...note }) => {
    const stationM = stationOf(corner)
    return stationM === undefined ? [] : [{ ...note, stationM }]
  })
}
