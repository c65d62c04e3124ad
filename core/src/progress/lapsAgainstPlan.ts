/** A stint's laps beside the lap that its plan gives for the same vehicle, road and pace. */
export interface LapsAgainstPlan {
  readonly laps: number
  readonly planS: number
  readonly bestS: number
  /** the middle lap, or half way between the two in the middle */
  readonly middleS: number
  /** half of the laps lie between these; null for fewer than four laps */
  readonly halfWithin: { readonly fromS: number; readonly toS: number } | null
  /** slowest less quickest; null for one lap */
  readonly spreadS: number | null
}

/** From so many laps on, the quarters of them say something. */
const LEAST_FOR_QUARTERS = 4

/** The value at a share of the way through sorted values, linear between two of them (Hyndman & Fan 1996, type 7). */
function quantile(sorted: readonly number[], share: number): number {
  const at = (sorted.length - 1) * share
  const low = Math.floor(at)
  const high = Math.min(sorted.length - 1, low + 1)
  return sorted[low]! + (sorted[high]! - sorted[low]!) * (at - low)
}

/**
 * @param timesS - whole laps, s
 * @returns null where there are none
 */
export function lapsAgainstPlan(timesS: readonly number[], planS: number): LapsAgainstPlan | null {
  const sorted = [...timesS].sort((a, b) => a - b)
  const [best, worst] = [sorted[0], sorted.at(-1)]
  if (best === undefined || worst === undefined) return null
  return {
    ...{ laps: sorted.length, planS, bestS: best, middleS: quantile(sorted, 0.5) },
    halfWithin: sorted.length < LEAST_FOR_QUARTERS ? null : { fromS: quantile(sorted, 0.25), toS: quantile(sorted, 0.75) },
    spreadS: sorted.length < 2 ? null : worst - best,
  }
}

/**
 * Whether later laps came closer to their plan than earlier ones did to theirs. Each is taken as a share of its own plan's lap, so that another
 * road, vehicle or pace does not count. It is said only where the middle halves of the two lie apart; a few laps are no trend.
 */
export function comparedWith(earlier: LapsAgainstPlan, later: LapsAgainstPlan): 'closer' | 'further' | 'too alike' | 'too few' {
  if (!earlier.halfWithin || !later.halfWithin) return 'too few'
  const share = ({ planS }: LapsAgainstPlan, seconds: number) => seconds / planS
  if (share(later, later.halfWithin.toS) < share(earlier, earlier.halfWithin.fromS)) return 'closer'
  return share(later, later.halfWithin.fromS) > share(earlier, earlier.halfWithin.toS) ? 'further' : 'too alike'
}
