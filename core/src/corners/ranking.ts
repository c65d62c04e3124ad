import type { Units } from '@ochote/contracts'
import { wholeLength } from '../geometry/units'
import { priorityReason, type CornerWithPriority } from './priorityReason'

/**
 * Why the first corner comes first, with the numbers in the school's units: usually it leads to the longest flat-out running, and where
 * not, why not.
 */
export function rankingReason(corners: readonly CornerWithPriority[], units: Units): string {
  const first = corners.find((c) => c.priority.rank === 1)
  if (!first || first.priority.atStakeS === 0) return 'no corner is slowed for, so none comes before another'
  const stake = (c: CornerWithPriority) => `${c.priority.atStakeS.toFixed(2)} s for a usual miss`
  const longest = corners.reduce((a, b) => (b.after.flatOutM > a.after.flatOutM ? b : a))
  const running = `${wholeLength(longest.after.flatOutM, units)} flat out, the longest`
  if (longest === first) return `corner ${first.number} comes first: ${stake(first)}, and it leads to ${running}`
  return `corner ${first.number} comes first (${stake(first)}: ${priorityReason(first, units)}), before corner ${longest.number}, which leads to ${running}, but costs ${stake(longest)}`
}
