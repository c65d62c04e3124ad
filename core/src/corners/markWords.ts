import type { Units } from '@ochote/contracts'
import { fineLength } from '../geometry/units'
import type { EdgeReason, MarkRemark } from './cornerMarks'

/** Why a mark is no plain apex or exit mark, in the school's units; empty where it is one. */
export function edgeReason(reason: EdgeReason | null, units: Units): string {
  if (!reason) return ''
  const { edge, clearM, hazard } = reason
  if (!hazard) return `the line keeps the car’s side ${fineLength(clearM, units)} from the ${edge} edge`
  const kind = hazard.kind.replaceAll('-', ' ')
  return `${kind} ${fineLength(hazard.apartM, units)} from the line: hold ${fineLength(hazard.holdM, units)} off the ${edge} edge here`
}

/** Says that a corner has no mark, or another one, and why. */
export function markRemark({ duty, becomes, reason }: MarkRemark, units: Units): string {
  const says = becomes === 'hold' ? `Hold cone instead of an ${duty} cone` : `No ${duty} cone`
  return `${says}: ${edgeReason(reason, units)}`
}
