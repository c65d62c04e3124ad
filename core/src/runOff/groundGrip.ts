import type { Ground, Setup, Vehicle } from '@ochote/contracts'

/** Below this condition grip the ground is taken to be wet. */
export const WET_BELOW_GRIP = 0.85
/** A motorcycle off the asphalt hardly brakes at all, g. */
const MOTORCYCLE_G = 0.1

export const isWet = ({ grip }: Pick<Setup['conditions'], 'grip'>): boolean => grip < WET_BELOW_GRIP

/**
 * How hard a vehicle brakes on a run-off surface, g (docs/model.md, Room to be wrong).
 * @param surface - of the run-off; anything but asphalt and gravel counts as grass
 * @returns null on asphalt, which has the road's own grip
 */
export function groundGrip(
  surface: string,
  { kind }: Pick<Vehicle, 'kind'>,
  conditions: Pick<Setup['conditions'], 'grip'>,
  ground: Ground,
): number | null {
  if (surface === 'asphalt') return null
  if (kind === 'motorcycle') return MOTORCYCLE_G
  const { dry, wet } = surface === 'gravel' ? ground.gravel : ground.grass
  return isWet(conditions) ? wet : dry
}
