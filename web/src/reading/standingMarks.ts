import type { Cone, StandingMark } from '@ochote/core'

/** The marks of a plan that were computed. What someone added by hand has a reason of its own. */
export const standingMarks = (cones: readonly Cone[]): StandingMark[] =>
  cones.filter(({ by }) => by === 'computed').map(({ id, cornerNumber, duty }) => ({ id, corner: cornerNumber, duty }))
