import type { PriorityKind } from '@ochote/contracts'
import { stationsApart, type Track } from '../geometry/track'
import type { SolvedCorner } from '../corners/solvedCorner'

/** Corners that are worked on together in one session. */
export interface Section {
  readonly corners: readonly string[]
  readonly atStakeS: number
  readonly why: string
}

/** A student can keep the marks of at most this many corners in mind. */
const MOST_CORNERS = 3
/** Corners nearer than this flow into each other, seconds at the speed between them. */
const FLOWS_WITHIN_S = 2.5

/** What a corner is for, in words. */
export const priorityPhrases: Readonly<Record<PriorityKind, string>> = {
  exit: 'for its exit',
  entry: 'for its entry',
  'set-up': 'to set up the next one',
  carry: 'for the speed carried',
  held: 'held at the speed its grip allows',
  flat: 'flat out',
}

type SectionCorner = Pick<SolvedCorner, 'number' | 'startM' | 'endM' | 'points' | 'priority' | 'after'>

function flows(track: Pick<Track, 'closed' | 'lengthM'>, corner: SectionCorner, next: SectionCorner): boolean {
  if (corner.after.nextBeginsFirst) return true
  const speedMps = corner.points.exit?.speedMps ?? 0
  return speedMps > 0 && stationsApart(track, corner.endM, next.startM) / speedMps < FLOWS_WITHIN_S
}

/**
 * Sections to work on, one a session: corners that flow into each other together, up to three, those where most is at stake
 * first. A corner that is flat out stands in a section only between two that are not.
 */
export function suggestedSections(track: Pick<Track, 'closed' | 'lengthM'>, corners: readonly SectionCorner[]): Section[] {
  const groups: SectionCorner[][] = []
  corners.forEach((corner, c) => {
    const group = groups[groups.length - 1]
    const before = corners[c - 1]
    if (group && before && group.length < MOST_CORNERS && flows(track, before, corner)) group.push(corner)
    else groups.push([corner])
  })
  return groups
    .map(trimmed)
    .filter((group) => group.length > 0)
    .map((group) => {
      const atStakeS = group.reduce((sum, c) => sum + c.priority.atStakeS, 0)
      const parts = group.map((c) => `${c.number} ${priorityPhrases[c.priority.kind]}`)
      const together = group.length > 1 ? ', which run into each other' : ''
      return {
        corners: group.map((c) => c.number),
        atStakeS,
        why: `${atStakeS.toFixed(2)} s for usual misses: ${parts.join(', ')}${together}`,
      }
    })
    .sort((a, b) => b.atStakeS - a.atStakeS)
}

/** Without what is flat out at either end. */
function trimmed(group: readonly SectionCorner[]): readonly SectionCorner[] {
  const asks = (c: SectionCorner) => c.priority.kind !== 'flat'
  const first = group.findIndex(asks)
  const last = group.length - [...group].reverse().findIndex(asks)
  return first < 0 ? [] : group.slice(first, last)
}
