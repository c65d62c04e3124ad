import {
  circuitEnvelopeSchema,
  circuitRoles,
  featureSchemas,
  MOST_PROBLEMS,
  showPath,
  showValue,
  type CircuitFeature,
  type CircuitRole,
  type FieldProblem,
  type Position,
} from '@ochote/contracts'
import type { Circuit } from '../geometry/circuit'
import { findCrossing } from '../geometry/crossing'
import { localFrame, toLocal } from '../geometry/localMetres'
import { failure, success, type Outcome } from '../outcome/outcome'
import { readAs, readJson } from './readDocument'

type CentrelineFeature = CircuitFeature<'centreline'>

const RAD_PER_DEG = Math.PI / 180
/** Characters of a property that the format does not know. */
const MOST_SURPLUS = 4_000
const SHORTEST_CIRCUIT_M = 40
const LONGEST_CIRCUIT_M = 60_000
/** A feature is no farther than this from the middle of the track. */
const FARTHEST_M = 50_000
/** Two positions nearer than this are taken for the same one twice. */
const LEAST_SPACING_M = 0.01
/** Crossing parts this far apart in height pass over each other on a bridge. */
const BRIDGE_HEIGHT_M = 3
/** Without a surveyed band: this wide either side of the dry line, or a quarter of the narrowest width if less. */
const DEFAULT_RUBBERED_BAND_M = 3

/** Reads a circuit file's text. */
export function readCircuit(text: string): Outcome<Circuit, FieldProblem[]> {
  const json = readJson(text)
  return json.ok ? circuitFromDocument(json.value) : json
}

/** Checks a circuit document (parsed GeoJSON) and brings its centreline to local metres. */
export function circuitFromDocument(document: unknown): Outcome<Circuit, FieldProblem[]> {
  const envelope = readAs(circuitEnvelopeSchema, document)
  if (!envelope.ok) return envelope
  const features: CircuitFeature[] = []
  const problems: FieldProblem[] = []
  for (const [index, feature] of envelope.value.features.entries()) {
    const read = readFeature(feature, index)
    if (read.ok) features.push(read.value)
    else problems.push(...read.problem)
    if (problems.length >= MOST_PROBLEMS) return failure(problems.slice(0, MOST_PROBLEMS))
  }
  problems.push(...surplusProblems(document, ['type', 'ochote', 'features'], []))
  const centrelines = envelope.value.features.flatMap((f, i) => (roleOf(f) === 'centreline' ? [i] : []))
  if (centrelines.length !== 1) {
    problems.push({ field: 'features', found: `${centrelines.length} with role centreline`, expected: 'exactly one with role centreline' })
  }
  if (problems.length > 0) return failure(problems.slice(0, MOST_PROBLEMS))
  const centreline = features.find((f): f is CentrelineFeature => f.properties.role === 'centreline')!
  return shapeCircuit(envelope.value.ochote.name, centreline, centrelines[0]!, features)
}

function roleOf(feature: unknown): unknown {
  const properties = (feature as { properties?: { role?: unknown } } | null)?.properties
  return properties?.role
}

function readFeature(feature: unknown, index: number): Outcome<CircuitFeature, FieldProblem[]> {
  const role = roleOf(feature)
  if (!circuitRoles.includes(role as CircuitRole)) {
    return failure([{ field: `features[${index}].properties.role`, found: showValue(role), expected: `one of ${circuitRoles.join(', ')}` }])
  }
  const schema = featureSchemas[role as CircuitRole]
  const path = ['features', index]
  const { properties } = feature as { properties: object }
  const surplus = [
    ...surplusProblems(feature, ['type', 'properties', 'geometry'], path),
    ...surplusProblems(properties, Object.keys(schema.shape.properties.shape), [...path, 'properties']),
  ]
  if (surplus.length > 0) return failure(surplus)
  return readAs(schema, feature, path) as Outcome<CircuitFeature, FieldProblem[]>
}

/** What other programs put into a file is kept, as long as it is a note and not a file of its own. */
function surplusProblems(thing: unknown, known: readonly string[], path: readonly PropertyKey[]): FieldProblem[] {
  const surplus = Object.entries(thing as object).filter(([name]) => !known.includes(name))
  return surplus.flatMap(([name, value]) => {
    const length = JSON.stringify(value)?.length ?? 0
    return length <= MOST_SURPLUS
      ? []
      : [{ field: showPath([...path, name]), found: `${length} characters`, expected: `at most ${MOST_SURPLUS}` }]
  })
}

function shapeCircuit(
  name: string,
  feature: CentrelineFeature,
  index: number,
  features: CircuitFeature[],
): Outcome<Circuit, FieldProblem[]> {
  const given = feature.geometry.coordinates
  const first = given[0]!
  const last = given[given.length - 1]!
  const repeats = given.length > 1 && first[0] === last[0] && first[1] === last[1]
  const closed = feature.properties.closed ?? repeats
  const at = (...path: PropertyKey[]) => showPath(['features', index, ...path])
  const positions = repeats && closed ? given.slice(0, -1) : given
  const least = closed ? 4 : 2
  if (positions.length < least) {
    return failure([
      { field: at('geometry', 'coordinates'), found: `${positions.length} different positions`, expected: `${least} or more` },
    ])
  }
  const frame = localFrame(mean(positions.map((p) => p[0])), mean(positions.map((p) => p[1])))
  const local = positions.map((p) => toLocal(frame, p[0], p[1]))
  const circuit: Circuit = {
    name,
    closed,
    frame,
    x: Float64Array.from(local, (p) => p.x),
    y: Float64Array.from(local, (p) => p.y),
    z: Float64Array.from(positions, (p) => p[2] ?? 0),
    ...perPositionValues(feature, positions.length),
    features,
  }
  const problems = [
    ...countProblems(feature, given, positions, at),
    ...farProblems(frame, features),
    ...spacingProblems(circuit, at),
    ...crossingProblems(circuit, at),
  ]
  return problems.length > 0 ? failure(problems) : success(circuit)
}

const mean = (values: number[]) => values.reduce((sum, v) => sum + v, 0) / values.length

const PER_POSITION = ['widthLeft', 'widthRight', 'crossfall', 'grip'] as const

function perPositionValues(feature: CentrelineFeature, count: number) {
  const { properties } = feature
  const column = (value: number | number[], factor = 1) =>
    Float64Array.from({ length: count }, (_, i) => factor * (typeof value === 'number' ? value : (value[i] ?? value[0] ?? 0)))
  const widthLeftM = column(properties.widthLeft)
  const widthRightM = column(properties.widthRight)
  const narrowestM = widthLeftM.reduce((least, w, i) => Math.min(least, w + widthRightM[i]!), Infinity)
  return {
    widthLeftM,
    widthRightM,
    crossfallRad: column(properties.crossfall, RAD_PER_DEG),
    grip: column(properties.grip),
    rubberedBandM: properties.rubberedBand ?? Math.min(DEFAULT_RUBBERED_BAND_M, narrowestM / 4),
  }
}

/** An array has an entry for every position, a repeated last one's included; one fewer is taken too, the repeat then has none. */
function countProblems(
  feature: CentrelineFeature,
  given: Position[],
  positions: Position[],
  at: (...p: PropertyKey[]) => string,
): FieldProblem[] {
  return PER_POSITION.flatMap((key) => {
    const value = feature.properties[key]
    if (typeof value === 'number' || value.length === given.length || value.length === positions.length) return []
    return [
      { field: at('properties', key), found: `${value.length} values`, expected: `one number, or ${given.length} (one per position)` },
    ]
  })
}

function spacingProblems({ closed, x, y }: Circuit, at: (...p: PropertyKey[]) => string): FieldProblem[] {
  const n = x.length
  let length = 0
  for (let i = 0; i < (closed ? n : n - 1); i++) {
    const j = (i + 1) % n
    const gap = Math.hypot(x[j]! - x[i]!, y[j]! - y[i]!)
    length += gap
    if (gap < LEAST_SPACING_M) {
      return [
        {
          field: at('geometry', 'coordinates', j),
          found: 'the same place as the position before it',
          expected: `at least ${LEAST_SPACING_M} m on`,
        },
      ]
    }
  }
  if (length >= SHORTEST_CIRCUIT_M && length <= LONGEST_CIRCUIT_M) return []
  return [
    {
      field: at('geometry', 'coordinates'),
      found: `a centreline of ${length.toFixed(0)} m`,
      expected: `${SHORTEST_CIRCUIT_M} to ${LONGEST_CIRCUIT_M} m`,
    },
  ]
}

/** The first position of a feature of any geometry. */
function firstPosition({ geometry }: CircuitFeature): Position {
  if (geometry.type === 'Point') return geometry.coordinates
  return geometry.type === 'LineString' ? geometry.coordinates[0]! : geometry.coordinates[0]![0]!
}

/** A feature in another hemisphere, or with longitude and latitude changed about, is a mistake and no feature. */
function farProblems(frame: Circuit['frame'], features: readonly CircuitFeature[]): FieldProblem[] {
  return features.flatMap((feature, i) => {
    const [lon, lat] = firstPosition(feature)
    const { x, y } = toLocal(frame, lon, lat)
    const awayM = Math.hypot(x, y)
    if (awayM <= FARTHEST_M) return []
    return [
      {
        field: `features[${i}].geometry.coordinates`,
        found: `[${lon}, ${lat}], ${(awayM / 1000).toFixed(0)} km from the track`,
        expected: `a place within ${FARTHEST_M / 1000} km of it, [lon, lat]`,
      },
    ]
  })
}

function crossingProblems({ closed, x, y, z }: Circuit, at: (...p: PropertyKey[]) => string): FieldProblem[] {
  const crossing = findCrossing(x, y, closed)
  if (!crossing) return []
  const height = (piece: number, along: number) => z[piece]! + (z[(piece + 1) % z.length]! - z[piece]!) * along
  const apart = Math.abs(height(crossing.first, crossing.alongFirst) - height(crossing.second, crossing.alongSecond))
  if (apart >= BRIDGE_HEIGHT_M) return []
  return [
    {
      field: at('geometry', 'coordinates'),
      found: `a centreline that crosses itself: after position ${crossing.first} and after position ${crossing.second}, ${apart.toFixed(1)} m apart in height`,
      expected: `no crossing, or a bridge of ${BRIDGE_HEIGHT_M} m or more`,
    },
  ]
}
