import type { BrakingSchool } from '@ochote/contracts'

/** Below this share of the tyres' lateral limit, the separate school brakes fully. */
export const SEPARATE_FULL = 0.1
/** Above this share, it does not brake at all: turn-in is where curvature reaches a fifth of its peak, and braking is over there. */
export const SEPARATE_NONE = 0.2

/**
 * Share of full braking that a school uses while cornering (docs/model.md, Braking schools).
 * @param lateralUse - u = |F_y| / A_y, the share of the lateral limit in use, 0…1
 */
export function brakingShare(school: BrakingSchool, lateralUse: number): number {
  switch (school) {
    case 'separate':
      return Math.min(1, Math.max(0, (SEPARATE_NONE - lateralUse) / (SEPARATE_NONE - SEPARATE_FULL)))
    case 'blend':
      return Math.max(0, 1 - lateralUse)
    case 'trail':
      return Math.sqrt(Math.max(0, 1 - lateralUse * lateralUse))
  }
}

/** Share of full tyre drive that a school uses while cornering; `lateralUse` as for `brakingShare`. */
export function drivingShare(school: BrakingSchool, lateralUse: number): number {
  return school === 'trail' ? Math.sqrt(Math.max(0, 1 - lateralUse * lateralUse)) : Math.max(0, 1 - lateralUse)
}
