import type { AddedCone, ConeMove, ConeEdits, Duty } from '@ochote/contracts'
import { coneOffset, wrapStation, type Cone, type PlanSolution } from '@ochote/core'

/** Edits of a plan's cones by hand; each returns all edits, so that it is one step to undo. */

export const moved = (coneEdits: ConeEdits, move: ConeMove): ConeEdits => ({
  ...coneEdits,
  moves: [...coneEdits.moves.filter((m) => m.coneId !== move.coneId), move],
})

/** Moves a cone along the lap. A cone at an edge stays at the edge; one elsewhere keeps its offset. */
export function nudged(track: PlanSolution['track'], coneEdits: ConeEdits, cone: Cone, alongM: number): ConeEdits {
  const stationM = wrapStation(track, cone.stationM + alongM)
  const atEdge = Math.abs(cone.offsetM - coneOffset(track, cone.side, cone.stationM)) < 0.05
  return moved(coneEdits, { coneId: cone.id, stationM, offsetM: atEdge ? coneOffset(track, cone.side, stationM) : cone.offsetM })
}

export const putBack = (coneEdits: ConeEdits, coneId: string): ConeEdits => ({
  ...coneEdits,
  moves: coneEdits.moves.filter((m) => m.coneId !== coneId),
  locked: coneEdits.locked.filter((id) => id !== coneId),
})

/** A locked cone is held where it stands now, even when the plan is computed again. */
export const locked = (coneEdits: ConeEdits, { id, stationM, offsetM }: Cone): ConeEdits => ({
  ...moved(coneEdits, { coneId: id, stationM, offsetM }),
  locked: [...coneEdits.locked.filter((own) => own !== id), id],
})

export const unlocked = (coneEdits: ConeEdits, coneId: string): ConeEdits => ({
  ...coneEdits,
  locked: coneEdits.locked.filter((id) => id !== coneId),
})

export function remarked(coneEdits: ConeEdits, coneId: string, remark: string): ConeEdits {
  const others = coneEdits.notes.filter((n) => n.coneId !== coneId)
  const note = remark.trim()
  return { ...coneEdits, notes: note === '' ? others : [...others, { coneId, note }] }
}

/** Removes a cone: one added by hand for good, a computed one until it is brought back. */
export function takenAway(coneEdits: ConeEdits, { id, by }: Pick<Cone, 'id' | 'by'>): ConeEdits {
  if (by === 'computed') return { ...coneEdits, removed: [...coneEdits.removed, id] }
  return remarked({ ...putBack(coneEdits, id), added: coneEdits.added.filter((cone) => cone.id !== id) }, id, '')
}

export const broughtBack = (coneEdits: ConeEdits, coneId: string): ConeEdits => ({
  ...coneEdits,
  removed: coneEdits.removed.filter((id) => id !== coneId),
})

/** A new cone at the outer edge of a corner's middle, or at the left of the start line, to be moved from there. */
export function newCone({ track, corners }: PlanSolution, cornerNumber: string | null, duty: Duty, id: string): AddedCone {
  const corner = corners.find((c) => c.number === cornerNumber)
  const stationM = corner?.points.apex?.stationM ?? corner?.startM ?? 0
  const side = corner?.direction === 'left' ? 'right' : 'left'
  return { id, cornerNumber: corner?.number ?? '', duty, stationM, offsetM: coneOffset(track, side, stationM) }
}

export const added = (coneEdits: ConeEdits, cone: AddedCone): ConeEdits => ({ ...coneEdits, added: [...coneEdits.added, cone] })
