import type { ConeEdits, Units } from '@ochote/contracts'
import { signedApart, valueAt, wrapStation, type Track } from '../geometry/track'
import { describePlace, type ComputedCone } from './placeCones'
import type { PlacedLandmark } from '../geometry/placedFeatures'

/** How far a cone was moved by hand from where the computation puts it now. */
export interface Moved {
  /** metres further along the lap; negative is earlier */
  readonly alongM: number
  /** metres to the left; negative is to the right */
  readonly acrossM: number
}

/** A cone as it stands on the plan. */
export interface Cone extends ComputedCone {
  readonly moved: Moved | null
  /** it may not be moved until it is unlocked */
  readonly locked: boolean
  /** the instructor's own words about it; empty where there are none */
  readonly remark: string
  readonly by: 'computed' | 'hand'
}

/** A driven lap on which cones stand. */
interface ConeLap {
  readonly track: Track
  readonly trace: { readonly speedMps: Float64Array }
  readonly features: { readonly landmarks: readonly PlacedLandmark[] }
}

/**
 * The cones of a plan in the order of the lap: those computed, with those moved by hand where they were put, without those
 * taken away, and with those added. What was done to a cone that is no longer asked for is kept, unused.
 */
export function applyConeEdits(
  { track, trace, features: { landmarks } }: ConeLap,
  computedCones: readonly ComputedCone[],
  { moves, locked, notes, added, removed }: ConeEdits,
  units: Units,
): Cone[] {
  const placeAtEdit = (editedM: number, offsetM: number) => {
    const stationM = wrapStation(track, editedM) // the circuit's length may have changed since
    const side: 'left' | 'right' = offsetM >= 0 ? 'left' : 'right'
    return {
      stationM,
      offsetM,
      side,
      speedMps: valueAt(track, trace.speedMps, stationM),
      ...describePlace(track, landmarks, stationM, offsetM, units),
    }
  }
  const marksOf = (id: string) => ({ locked: locked.includes(id), remark: notes.find((n) => n.coneId === id)?.note ?? '' })
  const computed = computedCones
    .filter((cone) => !removed.includes(cone.id))
    .map((cone): Cone => {
      const move = moves.find((m) => m.coneId === cone.id)
      if (!move) return { ...cone, ...marksOf(cone.id), moved: null, by: 'computed' }
      const own = placeAtEdit(move.stationM, move.offsetM)
      const moved = { alongM: signedApart(track, cone.stationM, own.stationM), acrossM: own.offsetM - cone.offsetM }
      return { ...cone, ...own, ...marksOf(cone.id), moved, by: 'computed' }
    })
  const own = added.map(({ id, cornerNumber, duty, stationM, offsetM }): Cone => {
    const move = moves.find((m) => m.coneId === id)
    const place = placeAtEdit(move?.stationM ?? stationM, move?.offsetM ?? offsetM)
    return { id, cornerNumber, duty, ...place, ...marksOf(id), note: '', moved: null, by: 'hand' }
  })
  return own.length === 0 ? computed : [...computed, ...own].sort((a, b) => a.stationM - b.stationM)
}

/** Finds a corner's cone of a duty, in words: "the cone 14 m past the end of the kerb"; null where there is none. */
export function coneFinder(cones: readonly Pick<ComputedCone, 'cornerNumber' | 'duty' | 'foundBy'>[]) {
  return (corner: string, duty: string): string | null => {
    const cone = cones.find((c) => c.cornerNumber === corner && c.duty === duty)
    return cone ? `the cone ${cone.foundBy}` : null
  }
}
