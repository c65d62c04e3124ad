import type { AddedCone, ConeMove, ConesByHand, Duty } from '@ochote/contracts'
import { coneOffset, wrapStation, type PlacedCone, type PlanSolution } from '@ochote/core'

/** What can be done to a plan's cones by hand; each gives the whole anew, so that it is one step to undo. */

export const moved = (byHand: ConesByHand, move: ConeMove): ConesByHand => ({
  ...byHand,
  moves: [...byHand.moves.filter((m) => m.coneId !== move.coneId), move],
})

/** A cone at an edge stays at the edge as it is moved along; one put elsewhere keeps its offset. */
export function nudged(track: PlanSolution['track'], byHand: ConesByHand, cone: PlacedCone, alongM: number): ConesByHand {
  const stationM = wrapStation(track, cone.stationM + alongM)
  const atEdge = Math.abs(cone.offsetM - coneOffset(track, cone.side, cone.stationM)) < 0.05
  return moved(byHand, { coneId: cone.id, stationM, offsetM: atEdge ? coneOffset(track, cone.side, stationM) : cone.offsetM })
}

export const putBack = (byHand: ConesByHand, coneId: string): ConesByHand => ({
  ...byHand,
  moves: byHand.moves.filter((m) => m.coneId !== coneId),
  locked: byHand.locked.filter((id) => id !== coneId),
})

/** A locked cone is held where it stands now, whatever is computed later. */
export const locked = (byHand: ConesByHand, { id, stationM, offsetM }: PlacedCone): ConesByHand => ({
  ...moved(byHand, { coneId: id, stationM, offsetM }),
  locked: [...byHand.locked.filter((own) => own !== id), id],
})

export const unlocked = (byHand: ConesByHand, coneId: string): ConesByHand => ({
  ...byHand,
  locked: byHand.locked.filter((id) => id !== coneId),
})

export function remarked(byHand: ConesByHand, coneId: string, remark: string): ConesByHand {
  const others = byHand.notes.filter((n) => n.coneId !== coneId)
  const note = remark.trim()
  return { ...byHand, notes: note === '' ? others : [...others, { coneId, note }] }
}

/** Takes a cone away: one added by hand for good, a computed one until it is brought back. */
export function takenAway(byHand: ConesByHand, { id, by }: Pick<PlacedCone, 'id' | 'by'>): ConesByHand {
  if (by === 'computed') return { ...byHand, removed: [...byHand.removed, id] }
  return remarked({ ...putBack(byHand, id), added: byHand.added.filter((cone) => cone.id !== id) }, id, '')
}

export const broughtBack = (byHand: ConesByHand, coneId: string): ConesByHand => ({
  ...byHand,
  removed: byHand.removed.filter((id) => id !== coneId),
})

/** A new cone at the outer edge of a corner's middle, or at the left of the start line, to be moved from there. */
export function newCone({ track, corners }: PlanSolution, cornerNumber: string | null, duty: Duty, id: string): AddedCone {
  const corner = corners.find((c) => c.number === cornerNumber)
  const stationM = corner?.points.apex?.stationM ?? corner?.startM ?? 0
  const side = corner?.direction === 'left' ? 'right' : 'left'
  return { id, cornerNumber: corner?.number ?? '', duty, stationM, offsetM: coneOffset(track, side, stationM) }
}

export const added = (byHand: ConesByHand, cone: AddedCone): ConesByHand => ({ ...byHand, added: [...byHand.added, cone] })
