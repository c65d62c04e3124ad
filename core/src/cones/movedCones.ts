import type { ConeMove } from '@ochote/contracts'
import { signedApart, type Track } from '../geometry/track'
import { describePlace, type ComputedCone } from './placeCones'
import { landmarksOf } from './foundBy'

/** How far a cone was moved by hand from where the computation puts it now. */
export interface Moved {
  /** metres further along the lap; negative is earlier */
  readonly alongM: number
  /** metres to the left; negative is to the right */
  readonly acrossM: number
}

/** A cone as it stands on the plan. */
export interface PlacedCone extends ComputedCone {
  readonly moved: Moved | null
}

/** The computed cones with those moved by hand where they were put. A move of a cone that is no longer asked for is kept, unused. */
export function placedCones(track: Track, computed: readonly ComputedCone[], moves: readonly ConeMove[]): PlacedCone[] {
  const landmarks = landmarksOf(track)
  return computed.map((cone) => {
    const move = moves.find((m) => m.coneId === cone.id)
    if (!move) return { ...cone, moved: null }
    const { stationM, offsetM } = move
    return {
      ...cone,
      stationM,
      offsetM,
      side: offsetM >= 0 ? 'left' : 'right',
      ...describePlace(track, landmarks, stationM, offsetM),
      moved: { alongM: signedApart(track, cone.stationM, stationM), acrossM: offsetM - cone.offsetM },
    }
  })
}

/** Finds a corner's cone of a duty, in words: "the cone 14 m past the end of the kerb"; null where there is none. */
export function markFinder(cones: readonly Pick<ComputedCone, 'cornerNumber' | 'duty' | 'foundBy'>[]) {
  return (corner: string, duty: string): string | null => {
    const cone = cones.find((c) => c.cornerNumber === corner && c.duty === duty)
    return cone ? `the cone ${cone.foundBy}` : null
  }
}
