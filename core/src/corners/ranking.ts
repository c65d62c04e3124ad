import type { AfterCorner } from './afterCorner'
import type { CornerPriority } from '@ochote/contracts'

interface RankedCorner {
  readonly number: string
  readonly priority: CornerPriority
  readonly after: AfterCorner
}

/** Why the first corner comes first, with the numbers: usually it leads to the longest flat-out running, and where not, why not. */
export function rankingReason(corners: readonly RankedCorner[]): string {
  const first = corners.find((c) => c.priority.rank === 1)
  if (!first || first.priority.atStakeS === 0) return 'no corner is slowed for, so none comes before another'
  const stake = (c: RankedCorner) => `${c.priority.atStakeS.toFixed(2)} s for a usual miss`
  const longest = corners.reduce((a, b) => (b.after.flatOutM > a.after.flatOutM ? b : a))
  const running = `${longest.after.flatOutM.toFixed(0)} m flat out, the longest`
  if (longest === first) return `corner ${first.number} comes first: ${stake(first)}, and it leads to ${running}`
  return `corner ${first.number} comes first (${stake(first)}: ${first.priority.why}), before corner ${longest.number}, which leads to ${running}, but costs ${stake(longest)}`
}
