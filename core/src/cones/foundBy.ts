import type { Units } from '@ochote/contracts'
import type { PlacedLandmark } from '../geometry/placedFeatures'
import { stationsApart, type Track } from '../geometry/track'
import { wholeLength } from '../geometry/units'

const KIND_WORDS: Record<string, string> = {
  'kerb-start': 'the start of the kerb',
  'kerb-end': 'the end of the kerb',
  'access-road': 'the access road',
}
/** A landmark farther away than this does not help to find a cone. */
const FARTHEST_M = 80
/** A mark this close is simply at the landmark. */
const AT_M = 2
/** How far from half way between two boards a mark may be and still be called half way. */
const HALF_WITHIN = 0.12

/** A place described by a landmark near it. */
type FoundBy =
  | { readonly relation: 'at'; readonly mark: PlacedLandmark }
  | { readonly relation: 'before' | 'past'; readonly mark: PlacedLandmark; readonly metres: number }
  | { readonly relation: 'halfway'; readonly mark: PlacedLandmark; readonly next: PlacedLandmark }
  | { readonly relation: 'fromStart'; readonly metres: number }

/** The two numbered boards a place is halfway between: their numbers count down towards the corner. */
function betweenBoards(track: Track, landmarks: readonly PlacedLandmark[], stationM: number): FoundBy | null {
  const boards = landmarks.filter((l) => l.kind === 'board' && /^\d+$/.test(l.name))
  const mark = boards.find((b) => stationsApart(track, b.stationM, stationM) < FARTHEST_M)
  const next = boards.find((b) => stationsApart(track, stationM, b.stationM) < FARTHEST_M)
  if (!mark || !next || mark === next) return null
  const far = Number(mark.name)
  const near = Number(next.name)
  if (!(far > near)) return null
  const gapM = stationsApart(track, mark.stationM, next.stationM)
  const number = far - ((far - near) * stationsApart(track, mark.stationM, stationM)) / gapM
  const halfway = Math.abs(number - (far + near) / 2) <= HALF_WITHIN * (far - near)
  return halfway ? { relation: 'halfway', mark, next } : null
}

/**
 * How to find a place by eye: its distance from the nearest useful landmark, or between two boards; where the circuit has
 * nothing near, by its distance from the start line.
 */
export function foundBy(track: Track, landmarks: readonly PlacedLandmark[], stationM: number): FoundBy {
  const signed = landmarks.map((landmark) => {
    const past = stationsApart(track, landmark.stationM, stationM)
    const before = stationsApart(track, stationM, landmark.stationM)
    return { landmark, gapM: past <= before || !track.closed ? past || -before : -before }
  })
  const nearest = signed.reduce<(typeof signed)[number] | null>(
    (best, s) => (best === null || Math.abs(s.gapM) < Math.abs(best.gapM) ? s : best),
    null,
  )
  if (nearest && Math.abs(nearest.gapM) <= AT_M) return { relation: 'at', mark: nearest.landmark }
  const boards = betweenBoards(track, landmarks, stationM)
  if (boards) return boards
  if (nearest && Math.abs(nearest.gapM) <= FARTHEST_M) {
    const metres = Math.abs(Math.round(nearest.gapM))
    return { relation: nearest.gapM > 0 ? 'past' : 'before', mark: nearest.landmark, metres }
  }
  return { relation: 'fromStart', metres: Math.round(stationM) }
}

function called(landmark: PlacedLandmark): string {
  if (landmark.kind === 'board') return `the ${landmark.name} board`
  if (landmark.name) return landmark.name.startsWith('the ') ? landmark.name : `the ${landmark.name}`
  return KIND_WORDS[landmark.kind] ?? `the ${landmark.kind}`
}

/** The place in words of a briefing, in the school's units: "14 m past the end of the kerb". */
export function foundByPhrase(track: Track, landmarks: readonly PlacedLandmark[], stationM: number, units: Units): string {
  const found = foundBy(track, landmarks, stationM)
  switch (found.relation) {
    case 'at':
      return `at ${called(found.mark)}`
    case 'halfway':
      return `halfway between the ${found.mark.name} and the ${found.next.name} boards`
    case 'fromStart':
      return `${wholeLength(found.metres, units)} from the start line`
    case 'before':
    case 'past':
      return `${wholeLength(found.metres, units)} ${found.relation} ${called(found.mark)}`
  }
}
