import type { MeetingTopic } from '@ochote/contracts'
import { placeWords } from '../calls/placeWords'
import { defaultCalls } from '../calls/defaultCalls'
import { featuresOf } from '../geometry/circuit'
import { cornersOf, isWithin } from '../geometry/corners'
import { hazardsOf, runOffsOf } from '../geometry/stretches'
import { toLocal } from '../geometry/localMetres'
import { nearestOnTrack } from '../geometry/nearest'
import type { Track } from '../geometry/track'

/** One thing to go through at a drivers' meeting. */
export interface MeetingItem {
  readonly id: string
  readonly topic: string
  readonly text: string
  /** where on the lap it is; null for what holds everywhere */
  readonly stationM: number | null
}

/** Room to run off below which a corner's outside is told of, m. */
const LITTLE_ROOM_M = 15
/** Surface falling to the outside of a corner by more than this is told of, rad. */
const OFF_CAMBER_RAD = (1 * Math.PI) / 180

const HAZARD_WORDS: Partial<Record<string, string>> = {
  bump: 'A bump',
  dip: 'A dip',
  'drop-off': 'The edge drops off',
  ditch: 'A ditch',
  wall: 'A wall',
  'tall-kerb': 'A tall kerb: leave it alone',
  ripple: 'Ripples',
  'blind-crest': 'Blind over a crest',
  'off-camber': 'The surface falls away',
  loose: 'Loose surface',
  'soft-surface': 'Soft beside the track',
  'standing-water': 'Water stands here when it rains',
  'never-cross-line': 'A line never to be crossed',
}

/**
 * What a drivers' meeting goes through: what is particular to this circuit, in the order of the lap, then the school's own list.
 * Everything the circuit's file knows that can surprise someone is in it, so that nothing is left out by not thinking of it.
 */
export function meetingItems(track: Track, topics: readonly MeetingTopic[]): MeetingItem[] {
  return [
    ...circuitItems(track).map(withOwnId),
    ...topics.map(({ id, topic, text }) => ({ id: `school-${id}`, topic, text, stationM: null })),
  ]
}

/**
 * An id made of what the item says: where the circuit's file has changed since, what is said now was not gone through yet, and must
 * not stand there ticked (FNV-1a, 32 bits).
 */
function withOwnId(item: MeetingItem): MeetingItem {
  let hash = 0x811c9dc5
  for (const letter of item.text) hash = Math.imul(hash ^ letter.codePointAt(0)!, 0x01000193) >>> 0
  return { ...item, id: `${item.id}-${hash.toString(16)}` }
}

function circuitItems(track: Track): MeetingItem[] {
  const corners = cornersOf(track)
  const where = (stationM: number) => {
    const corner = corners.find((c) => isWithin(track, c, stationM))
    const place = placeWords(track, stationM, defaultCalls)
    return corner ? `corner ${corner.number}${corner.name ? ` ${corner.name}` : ''}, ${place}` : place
  }
  const km = (track.lengthM / 1000).toFixed(1)
  const left = corners.filter((c) => c.direction === 'left').length
  return [
    {
      id: 'circuit',
      topic: 'The circuit',
      text: `${track.circuit.name}: ${km} km, ${corners.length} corners, ${left} to the left and ${corners.length - left} to the right`,
      stationM: null,
    },
    ...hazardsOf(track).map((hazard, k): MeetingItem => {
      const side = Math.abs(hazard.offsetM) > 0.5 ? `, on the ${hazard.offsetM > 0 ? 'left' : 'right'}` : ''
      const words = HAZARD_WORDS[hazard.kind] ?? hazard.kind
      return {
        id: `hazard-${k + 1}-${hazard.kind}`,
        topic: hazard.kind === 'blind-crest' ? 'Blind place' : hazard.kind === 'never-cross-line' ? 'Never cross' : 'Hazard',
        text: `${words}${side}: ${where(hazard.stationM)}${hazard.note ? `. ${hazard.note}` : ''}`,
        stationM: hazard.stationM,
      }
    }),
    ...camberItems(track, corners),
    ...roomItems(track, where),
    ...featuresOf(track.circuit, 'surface').map(({ properties: { grip, note } }, k): MeetingItem => ({
      id: `surface-${k + 1}`,
      topic: 'Grip',
      text: `${grip < 1 ? 'Less' : 'More'} grip on a patch, ${Math.round(grip * 100)} % of the rest${note ? `: ${note}` : ''}`,
      stationM: null,
    })),
    ...pitItems(track, where),
    ...postItems(track),
  ]
}

function camberItems(track: Track, corners: ReturnType<typeof cornersOf>): MeetingItem[] {
  return corners.flatMap((corner): MeetingItem[] => {
    const outwards = corner.direction === 'left' ? -1 : 1
    let worst = 0
    for (let i = 0; i < track.count; i++) {
      if (isWithin(track, corner, track.stationM[i]!)) worst = Math.max(worst, outwards * track.crossfallRad[i]!)
    }
    if (worst < OFF_CAMBER_RAD) return []
    const degrees = ((worst * 180) / Math.PI).toFixed(1)
    const text = `Corner ${corner.number} falls to its outside by up to ${degrees}°: less grip than it looks`
    return [{ id: `camber-${corner.number}`, topic: 'Camber', text, stationM: corner.startM }]
  })
}

const roomItems = (track: Track, where: (stationM: number) => string): MeetingItem[] =>
  runOffsOf(track)
    .filter((r) => r.depthM < LITTLE_ROOM_M)
    .map((r, k) => ({
      id: `room-${k + 1}`,
      topic: 'Little room',
      text: `Only ${r.depthM} m of ${r.surface} on the ${r.side}: ${where(r.startM)}`,
      stationM: r.startM,
    }))

function pitItems(track: Track, where: (stationM: number) => string): MeetingItem[] {
  return featuresOf(track.circuit, 'pit-lane').flatMap(({ properties: p }, k): MeetingItem[] => {
    const item = (what: string, text: string, stationM: number | null): MeetingItem => ({
      id: `pit-${k + 1}-${what}`,
      topic: 'Pit lane',
      text,
      stationM,
    })
    return [
      item(
        'limit',
        p.speedLimitKmh === undefined ? 'Pit lane speed: ask, the file does not say' : `No faster than ${p.speedLimitKmh} km/h`,
        null,
      ),
      ...(p.entryStation === undefined ? [] : [item('in', `In: ${where(p.entryStation)}; hand up early`, p.entryStation)]),
      ...(p.exitStation === undefined ? [] : [item('out', `Out: ${where(p.exitStation)}; look before joining`, p.exitStation)]),
      ...(p.blendUntilStation === undefined
        ? []
        : [item('blend', `Stay inside the blend line until ${where(p.blendUntilStation)}`, p.blendUntilStation)]),
    ]
  })
}

function postItems(track: Track): MeetingItem[] {
  const posts = featuresOf(track.circuit, 'post')
  if (posts.length === 0) return [{ id: 'posts', topic: 'Posts', text: 'No marshal posts in the file: say where they are', stationM: null }]
  const placed = posts.map(
    ({
      properties,
      geometry: {
        coordinates: [lon, lat],
      },
    }) => {
      const { x, y } = toLocal(track.circuit.frame, lon, lat)
      return { number: properties.number, stationM: nearestOnTrack(track, x, y).stationM }
    },
  )
  const words = placed
    .sort((a, b) => a.stationM - b.stationM)
    .map((p) => `${p.number} (${Math.round(p.stationM)} m)`)
    .join(', ')
  return [{ id: 'posts', topic: 'Posts', text: `Marshal posts in the order of the lap: ${words}`, stationM: null }]
}
