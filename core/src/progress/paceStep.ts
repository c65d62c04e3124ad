import type { Setup } from '@ochote/contracts'

/** A step of pace, as a share of the grip. */
const PACE_STEP = 0.05
const LEAST = 0.3

/** A pace one step up or down, each share between 30 % and all of the grip. */
export function steppedPace({ lateral, brake, drive }: Setup['pace'], to: 'up' | 'down'): Setup['pace'] {
  const step = (share: number) => {
    const next = Math.round((share + (to === 'up' ? PACE_STEP : -PACE_STEP)) * 100) / 100
    return to === 'up' ? Math.min(1, next) : Math.max(Math.min(share, LEAST), next)
  }
  return { lateral: step(lateral), brake: step(brake), drive: step(drive) }
}
