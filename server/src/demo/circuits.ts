import { circuitFromDocument, cornersOf, localFrame, placeAt, sampleTrack, toLonLat, type Circuit, type Track } from '@ochote/core'
import type { CircuitDocument, Position } from '@ochote/contracts'
import { filletedLoop, type Vertex } from './filletedLoop'

/** Places in the open ocean: no circuit lies there. */
const SKERROW_AT = localFrame(-21.71, -31.42)
const YARD_AT = localFrame(-21.9, -31.61)
const PEAT_AT = localFrame(-21.82, -31.55)

type Properties = Record<string, unknown>
interface Feature {
  [key: string]: unknown
  type: 'Feature'
  properties: Properties
  geometry: { type: string; coordinates: unknown }
}

const nine = (value: number) => Math.round(value * 1e9) / 1e9

function collection(name: string, features: Feature[]): CircuitDocument {
  return { type: 'FeatureCollection', ochote: { format: 'circuit', version: 1, name }, features }
}

function circuitOf(document: CircuitDocument): Circuit {
  const read = circuitFromDocument(document)
  if (!read.ok) throw new Error(read.problem.map((p) => `${p.field}: found ${p.found}, expected ${p.expected}`).join('; '))
  return read.value
}

/** Makes features at stations and offsets of a track while it is drawn. */
class Surveyor {
  readonly features: Feature[] = []
  private readonly track: Track

  constructor(track: Track) {
    this.track = track
  }

  private position(stationM: number, offsetM: number): Position {
    const { x, y } = placeAt(this.track, stationM, offsetM)
    const { lon, lat } = toLonLat(this.track.circuit.frame, x, y)
    return [nine(lon), nine(lat)]
  }

  point(stationM: number, offsetM: number, properties: Properties): this {
    this.features.push({ type: 'Feature', properties, geometry: { type: 'Point', coordinates: this.position(stationM, offsetM) } })
    return this
  }

  line(fromM: number, toM: number, offsetM: number, properties: Properties): this {
    const parts = Math.max(1, Math.round((toM - fromM) / 10))
    const coordinates = Array.from({ length: parts + 1 }, (_, k) => this.position(fromM + ((toM - fromM) * k) / parts, offsetM))
    this.features.push({ type: 'Feature', properties, geometry: { type: 'LineString', coordinates } })
    return this
  }

  /** A patch of surface from one offset to another. */
  patch(fromM: number, toM: number, rightM: number, leftM: number, properties: Properties): this {
    const parts = Math.max(1, Math.round((toM - fromM) / 5))
    const along = Array.from({ length: parts + 1 }, (_, k) => fromM + ((toM - fromM) * k) / parts)
    const ring = [...along.map((s) => this.position(s, leftM)), ...along.reverse().map((s) => this.position(s, rightM))]
    this.features.push({ type: 'Feature', properties, geometry: { type: 'Polygon', coordinates: [[...ring, ring[0]]] } })
    return this
  }

  board(stationM: number, name: string, offsetM: number): this {
    return this.point(stationM, offsetM, { role: 'landmark', kind: 'board', name, side: offsetM > 0 ? 'left' : 'right' })
  }

  kerb(fromM: number, toM: number, offsetM: number): this {
    this.point(fromM, offsetM, { role: 'landmark', kind: 'kerb-start' })
    return this.point(toM, offsetM, { role: 'landmark', kind: 'kerb-end' })
  }
}

const SKERROW_VERTICES: readonly Vertex[] = [
  { x: 400, y: 300, radiusM: 36 },
  { x: 425, y: 120, radiusM: 70 },
  { x: 570, y: 20, radiusM: 40 },
  { x: 480, y: -210, radiusM: 66 },
  { x: 250, y: -225, radiusM: 60 },
  { x: 120, y: -380, radiusM: 30 },
  { x: -50, y: -225, radiusM: 110 },
  { x: -265, y: -265, radiusM: 40 },
  { x: -275, y: -60, radiusM: 48 },
  { x: -440, y: 40, radiusM: 42 },
  { x: -410, y: 300, radiusM: 46 },
]
const SKERROW_CORNERS = [
  'Slipway',
  'Pump House',
  'Derrick',
  'Long Ledge',
  'Spoil Bank',
  'Weir',
  'The Brow',
  'Winch',
  'Slate Steps',
  'Drowned Gate',
  'Causeway',
]
const SKERROW_LENGTH_M = 2900
const SKERROW_COUNT = 145

/** Metres above the water: a rise to The Brow, a dip at the Weir. */
function skerrowHeight(share: number): number {
  const turn = 2 * Math.PI * share
  return 18 + 5.5 * Math.sin(turn + 2.6) + 2.4 * Math.sin(2 * turn + 0.4) + 1.1 * Math.sin(5 * turn + 1.2)
}

/** Skerrow Basin: 2.9 km and eleven corners around a flooded quarry. Invented. */
export function skerrowBasin(): CircuitDocument {
  const points = filletedLoop(SKERROW_VERTICES, { x: -150, y: 300 }, { lengthM: SKERROW_LENGTH_M, count: SKERROW_COUNT })
  const coordinates = points.map((p, i) => {
    const { lon, lat } = toLonLat(SKERROW_AT, p.x, p.y)
    return [nine(lon), nine(lat), Math.round(skerrowHeight(i / points.length) * 100) / 100]
  })
  coordinates.push(coordinates[0]!)
  const share = (i: number) => (i % points.length) / points.length
  const centreline = (crossfall: number[]): Feature => ({
    type: 'Feature',
    properties: {
      role: 'centreline',
      name: 'Skerrow Basin',
      closed: true,
      widthLeft: coordinates.map((_, i) => Math.round((5 + 0.7 * Math.sin(2 * Math.PI * share(i))) * 100) / 100),
      widthRight: coordinates.map((_, i) => Math.round((5 + 0.5 * Math.cos(4 * Math.PI * share(i))) * 100) / 100),
      crossfall,
      rubberedBand: 2.4,
    },
    geometry: { type: 'LineString', coordinates },
  })
  const draft = sampleTrack(circuitOf(collection('Skerrow Basin', [centreline(coordinates.map(() => 0))])))
  return collection('Skerrow Basin', [centreline(crossfallOf(draft, coordinates.length)), ...skerrowFeatures(draft)])
}

/** Corners are banked a little into the turn; Spoil Bank falls away from it. */
function crossfallOf(track: Track, count: number): number[] {
  const spoilBank = peaksOf(track)[4]!
  return Array.from({ length: count }, (_, i) => {
    const station = ((i % (count - 1)) / (count - 1)) * track.lengthM
    const sample = Math.round(station / track.stepM) % track.count
    const bank = Math.max(-2.2, Math.min(2.2, track.curvaturePerM[sample]! * 90))
    const away = Math.abs(station - spoilBank) < 60
    return Math.round((away ? -0.8 * bank : bank) * 100) / 100
  })
}

/** Station of the tightest point of each corner found. */
function peaksOf(track: Track): number[] {
  return cornersOf(track).map(({ startM, endM }) => {
    let peak = startM
    const sharpness = (station: number) => Math.abs(track.curvaturePerM[Math.round(station / track.stepM) % track.count]!)
    for (let s = startM; s < endM; s += track.stepM) if (sharpness(s) > sharpness(peak)) peak = s
    return peak
  })
}

function skerrowFeatures(track: Track): Feature[] {
  const survey = new Surveyor(track)
  const at = peaksOf(track)
  if (at.length !== SKERROW_CORNERS.length) throw new Error(`Skerrow Basin has ${at.length} corners, wanted ${SKERROW_CORNERS.length}`)
  const turnsLeft = at.map((s) => (track.curvaturePerM[Math.round(s / track.stepM) % track.count] ?? 0) > 0)
  at.forEach((s, v) => {
    const inside = turnsLeft[v] ? 1 : -1
    survey.point(s, 0, { role: 'corner', number: String(v + 1), name: SKERROW_CORNERS[v], direction: turnsLeft[v] ? 'left' : 'right' })
    survey.kerb(s - 18, s + 20, inside * 5.4).point(s - 45, -inside * 9, { role: 'post', number: String(v + 1) })
    survey.line(s - 45, s + 95, -inside * 5.5, {
      role: 'runoff',
      side: inside > 0 ? 'right' : 'left',
      depth: [42, 14, 18, 30, 22, 16, 12, 24, 10, 20, 34][v],
      surface: v % 3 === 0 ? 'gravel' : 'grass',
    })
  })
  for (const [corner, names] of [
    [0, ['150', '100', '50']],
    [3, ['100', '50']],
    [5, ['100', '50']],
    [7, ['100', '50']],
    [9, ['100', '50']],
  ] as const) {
    for (const name of names) survey.board(at[corner]! - 30 - Number(name), name, turnsLeft[corner] ? -7 : 7)
  }
  return survey
    .point(at[1]! - 62, 8, { role: 'landmark', kind: 'access-road', side: 'left' })
    .point(at[2]! - 78, 7.5, { role: 'landmark', kind: 'building', name: 'the pump house', side: 'left' })
    .point(at[4]! - 70, -8, { role: 'landmark', kind: 'tree', name: 'the lone pine', side: 'right' })
    .point(at[6]! - 66, 7, { role: 'landmark', kind: 'seam', name: 'the tar seam' })
    .point(at[8]! - 58, -7, { role: 'landmark', kind: 'gate', name: 'the field gate', side: 'right' })
    .point(at[10]! - 74, 7.5, { role: 'landmark', kind: 'sign', name: 'the depth sign', side: 'left' })
    .point(at[6]! - 90, 0, { role: 'hazard', kind: 'blind-crest', note: 'Corner 7 cannot be seen until the top', severity: 2 })
    .line(at[4]! - 20, at[4]! + 30, 0, { role: 'hazard', kind: 'off-camber', note: 'Falls away from the turn', severity: 2 })
    .point(at[5]! + 40, 4, { role: 'hazard', kind: 'standing-water', note: 'Drain on the left floods', side: 'left', severity: 2 })
    .line(at[8]! + 5, at[8]! + 70, -15.5, { role: 'hazard', kind: 'wall', note: 'Quarry wall 10 m off', side: 'right', severity: 3 })
    .patch(at[2]! - 20, at[2]! + 25, -1.5, 2, { role: 'surface', grip: 0.93, note: 'Old patch, polished' })
    .line(track.lengthM - 150, track.lengthM + 260, -11, {
      role: 'pit-lane',
      speedLimitKmh: 40,
      entryStation: Math.round(track.lengthM - 160),
      exitStation: 260,
      blendUntilStation: 330,
    }).features
}

/** Peat Lane: a skid pad, one circle. Invented. */
export function peatLane(): CircuitDocument {
  const coordinates = Array.from({ length: 37 }, (_, k) => {
    const angle = (2 * Math.PI * (k % 36)) / 36
    const { lon, lat } = toLonLat(PEAT_AT, 28 * Math.cos(angle), 28 * Math.sin(angle))
    return [nine(lon), nine(lat)]
  })
  return collection('Peat Lane', [
    {
      type: 'Feature',
      properties: { role: 'centreline', name: 'Peat Lane skid pad', closed: true, widthLeft: 4, widthRight: 6, grip: 0.55 },
      geometry: { type: 'LineString', coordinates },
    },
  ])
}

const YARD_VERTICES: readonly Vertex[] = [
  { x: 120, y: 60, radiusM: 16 },
  { x: 128, y: -6, radiusM: 11 },
  { x: 62, y: -18, radiusM: 14 },
  { x: 46, y: -86, radiusM: 12 },
  { x: -20, y: -84, radiusM: 13 },
  { x: -34, y: -12, radiusM: 15 },
  { x: -112, y: -22, radiusM: 12 },
  { x: -118, y: 58, radiusM: 18 },
]

/** Cooper's Yard: a 0.8 km kart track. Invented. */
export function coopersYard(): CircuitDocument {
  const points = filletedLoop(YARD_VERTICES, { x: -40, y: 60 }, { lengthM: 800, count: 100 })
  const coordinates = points.map((p) => {
    const { lon, lat } = toLonLat(YARD_AT, p.x, p.y)
    return [nine(lon), nine(lat)]
  })
  coordinates.push(coordinates[0]!)
  return collection('Cooper’s Yard', [
    {
      type: 'Feature',
      properties: { role: 'centreline', name: 'Cooper’s Yard', closed: true, widthLeft: 3.8, widthRight: 3.8 },
      geometry: { type: 'LineString', coordinates },
    },
  ])
}
