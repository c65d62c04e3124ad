import type { MeetingTopic, SchoolTerms, Units } from '@ochote/contracts'
import { placeWords } from '../calls/placeWords'
import { defaultCalls } from '../calls/defaultCalls'
import { featuresOf } from '../geometry/circuit'
import { cornersOf, isWithin } from '../geometry/corners'
import { placeFeatures, type PlacedFeatures, type RunOff } from '../geometry/placedFeatures'
import type { Track } from '../geometry/track'
import { unitSets, wholeLength } from '../geometry/units'
import { GRAVITY_MPS2 } from '../vehicle/forces'

/** One item of a drivers' meeting. */
export interface MeetingItem {
  readonly id: string
  readonly topic: string
  readonly text: string
  /** where on the lap it is; null where it concerns the whole circuit */
  readonly stationM: number | null
}

/** Corners with less run-off than this on the outside are named, m. */
const LITTLE_ROOM_M = 15
/** A surface that falls to the outside of a corner by more than this is named, rad. */
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

/** An item before its key: what it says is built from these facts. */
interface FactItem extends Omit<MeetingItem, 'id'> {
  readonly about: string
  /** the codes and numbers that the item states */
  readonly facts: readonly (string | number)[]
}

/**
 * The items of a drivers' meeting: what is particular to this circuit, in the order of the lap, then the school's own list. It
 * lists everything in the circuit's file that can surprise a driver.
 */
export function meetingItems(track: Track, topics: readonly MeetingTopic[], terms: SchoolTerms): MeetingItem[] {
  return [
    ...circuitItems(track, placeFeatures(track), terms).map(withKey),
    ...topics.map(({ id, topic, text }) => ({ id: `school-${id}`, topic, text, stationM: null })),
  ]
}

/** Ticks stored before keys were made from facts. They count for their item even if its text has changed. */
const ANY_FACTS = 'any'

/** Whether an item was covered, by the keys ticked at the meeting. */
export const isCovered = ({ id }: Pick<MeetingItem, 'id'>, done: readonly string[]): boolean =>
  done.includes(id) || done.includes(id.replace(/-[0-9a-f]+$/, `-${ANY_FACTS}`))

/**
 * Gives an item a key made from the facts that it states, not from its wording. When the circuit's file changes, so does the key,
 * and the item has to be covered again (hash: FNV-1a, 32 bits).
 */
function withKey({ about, facts, ...item }: FactItem): MeetingItem {
  let hash = 0x811c9dc5
  for (const letter of JSON.stringify(facts)) hash = Math.imul(hash ^ letter.codePointAt(0)!, 0x01000193) >>> 0
  return { ...item, id: `${about}-${hash.toString(16)}` }
}

const whole = (metres: number) => Math.round(metres)

function circuitItems(track: Track, features: PlacedFeatures, terms: SchoolTerms): FactItem[] {
  const { units } = terms
  const language = { ...defaultCalls, unit: unitSets[units].length }
  const corners = cornersOf(track)
  const where = (stationM: number) => {
    const corner = corners.find((c) => isWithin(track, c, stationM))
    const place = placeWords(track, features.landmarks, stationM, language)
    return corner ? `corner ${corner.number}${corner.name ? ` ${corner.name}` : ''}, ${place}` : place
  }
  const km = (track.lengthM / 1000).toFixed(1)
  const { lapM, lap } = unitSets[units]
  const long = `${(track.lengthM / lapM).toFixed(1)} ${lap}`
  const left = corners.filter((c) => c.direction === 'left').length
  return [
    {
      about: 'circuit',
      facts: [track.circuit.name, km, corners.length, left],
      topic: 'The circuit',
      text: `${track.circuit.name}: ${long}, ${corners.length} corners, ${left} left-handers and ${corners.length - left} right-handers`,
      stationM: null,
    },
    ...features.hazards.map(({ kind, stationM, offsetM, note }, k): FactItem => {
      const side = Math.abs(offsetM) > 0.5 ? `, on the ${offsetM > 0 ? 'left' : 'right'}` : ''
      return {
        about: `hazard-${k + 1}-${kind}`,
        facts: [kind, whole(stationM), side, note],
        topic: kind === 'blind-crest' ? 'Blind place' : kind === 'never-cross-line' ? 'Never cross' : 'Hazard',
        text: `${HAZARD_WORDS[kind] ?? kind}${side}: ${where(stationM)}${note ? `. ${note}` : ''}`,
        stationM,
      }
    }),
    ...camberItems(track, corners),
    ...runOffItems(features, where, terms),
    ...featuresOf(track.circuit, 'surface').map(({ properties: { grip, note = '' } }, k): FactItem => ({
      about: `surface-${k + 1}`,
      facts: [grip, note],
      topic: 'Grip',
      text: `${grip < 1 ? 'Less' : 'More'} grip on a patch, ${Math.round(grip * 100)} % of the rest${note ? `: ${note}` : ''}`,
      stationM: null,
    })),
    ...pitItems(track, where, units),
    postItem(features, units),
  ]
}

function camberItems(track: Track, corners: ReturnType<typeof cornersOf>): FactItem[] {
  return corners.flatMap((corner): FactItem[] => {
    const outwards = corner.direction === 'left' ? -1 : 1
    let worst = 0
    for (let i = 0; i < track.count; i++) {
      if (isWithin(track, corner, track.stationM[i]!)) worst = Math.max(worst, outwards * track.crossfallRad[i]!)
    }
    if (worst < OFF_CAMBER_RAD) return []
    const degrees = ((worst * 180) / Math.PI).toFixed(1)
    const text = `Corner ${corner.number} is off camber by up to ${degrees}°: it has less grip than it looks`
    return [{ about: `camber-${corner.number}`, facts: [degrees], topic: 'Camber', text, stationM: corner.startM }]
  })
}

/** From which speed a vehicle still stops on some ground: v = √(2·a·depth), straight across it, m/s. */
const stopsFromMps = (depthM: number, gripG: number): number => Math.sqrt(2 * gripG * GRAVITY_MPS2 * depthM)

/** What the ground does to a car. The road's own grip on asphalt is nothing particular to a place. */
function groundWords({ depthM, surface }: RunOff, { ground: { grass, gravel }, units }: SchoolTerms): string {
  if (surface === 'asphalt') return ''
  const { dry, wet } = surface === 'gravel' ? gravel : grass
  const unit = unitSets[units]
  const from = (gripG: number) => Math.floor(stopsFromMps(depthM, gripG) / unit.speedMps) // rounded down: it must still stop
  return `. It stops a car from ${from(dry)} ${unit.speed} in the dry, ${from(wet)} in the wet`
}

const runOffItems = ({ runOffs }: PlacedFeatures, where: (stationM: number) => string, terms: SchoolTerms): FactItem[] =>
  runOffs
    .filter((r) => r.depthM < LITTLE_ROOM_M)
    .map((r, k) => ({
      about: `room-${k + 1}`,
      facts: [r.depthM, r.surface, r.side, whole(r.startM)],
      topic: 'Little room',
      text: `Only ${wholeLength(r.depthM, terms.units)} of ${r.surface} on the ${r.side}: ${where(r.startM)}${groundWords(r, terms)}`,
      stationM: r.startM,
    }))

const limitWords = (kmh: number, units: Units): string => {
  const { speed, speedMps } = unitSets[units]
  return `${Math.round(kmh / 3.6 / speedMps)} ${speed}`
}

function pitItems(track: Track, where: (stationM: number) => string, units: Units): FactItem[] {
  return featuresOf(track.circuit, 'pit-lane').flatMap(({ properties: p }, k): FactItem[] => {
    const item = (what: string, text: string, fact: number | null, stationM: number | null = fact): FactItem => ({
      about: `pit-${k + 1}-${what}`,
      facts: [fact ?? 'unknown'],
      topic: 'Pit lane',
      text,
      stationM,
    })
    const { speedLimitKmh, entryStation, exitStation, blendUntilStation } = p
    return [
      speedLimitKmh === undefined
        ? item('limit', 'Pit lane speed limit: not in the circuit’s file, so ask', null)
        : item('limit', `Pit lane speed limit: ${limitWords(speedLimitKmh, units)}`, speedLimitKmh, null),
      ...(entryStation === undefined ? [] : [item('in', `Coming in: ${where(entryStation)}. Put a hand up early`, entryStation)]),
      ...(exitStation === undefined ? [] : [item('out', `Going out: ${where(exitStation)}. Look before you join`, exitStation)]),
      ...(blendUntilStation === undefined
        ? []
        : [item('blend', `Stay inside the blend line until ${where(blendUntilStation)}`, blendUntilStation)]),
    ]
  })
}

function postItem({ posts }: PlacedFeatures, units: Units): FactItem {
  const common = { about: 'posts', topic: 'Posts', stationM: null, facts: posts.flatMap((p) => [p.number, whole(p.stationM)]) }
  if (posts.length === 0) return { ...common, text: 'The circuit’s file has no marshal posts: say where they are' }
  const list = posts.map((p) => `${p.number} (${wholeLength(p.stationM, units)})`).join(', ')
  return { ...common, text: `Marshal posts in the order of the lap: ${list}` }
}
