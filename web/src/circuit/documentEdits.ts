import type { CircuitDocument, CircuitRole } from '@ochote/contracts'

/** Edits of a circuit's document. Each gives a new one, so that it is one step to undo; what is not understood stays as it was. */

export type Place = readonly number[]

/** A feature as stored in its file; it may be invalid while it is edited. */
export interface DocumentFeature {
  readonly type: 'Feature'
  readonly properties: Readonly<Record<string, unknown>>
  readonly geometry: { readonly type: string; readonly coordinates: unknown }
  readonly [other: string]: unknown
}

export const featuresIn = (document: CircuitDocument): readonly DocumentFeature[] => document.features as unknown as DocumentFeature[]

const withFeatures = (document: CircuitDocument, features: readonly DocumentFeature[]): CircuitDocument => ({
  ...document,
  features: features as unknown as CircuitDocument['features'],
})

export const roleOf = (feature: DocumentFeature): CircuitRole => feature.properties.role as CircuitRole

/** The index of the centreline; −1 where there is none. */
export const centrelineIndex = (document: CircuitDocument): number => featuresIn(document).findIndex((f) => roleOf(f) === 'centreline')

/** The places of a feature of any geometry, in one list; a closed line or ring without the repeat of its first. */
export function placesOf({ geometry, properties }: DocumentFeature): Place[] {
  const { coordinates, type } = geometry
  if (type === 'Point') return [coordinates as Place]
  const line = (type === 'Polygon' ? (coordinates as Place[][])[0] : (coordinates as Place[])) ?? []
  return isRing(line, type, properties) ? line.slice(0, -1) : line
}

function isRing(line: readonly Place[], type: string, properties: DocumentFeature['properties']): boolean {
  const [first, last] = [line[0], line[line.length - 1]]
  if (!first || !last || line.length < 2) return false
  return (type === 'Polygon' || properties.role === 'centreline') && first[0] === last[0] && first[1] === last[1]
}

/** The same feature at other places. */
function withPlaces(feature: DocumentFeature, places: readonly Place[]): DocumentFeature {
  const { type, coordinates } = feature.geometry
  const geometry = (next: unknown) => ({ ...feature, geometry: { ...feature.geometry, coordinates: next } })
  if (type === 'Point') return geometry(places[0])
  const old = (type === 'Polygon' ? (coordinates as Place[][])[0] : (coordinates as Place[])) ?? []
  const line = isRing(old, type, feature.properties) || type === 'Polygon' ? [...places, places[0]!] : [...places]
  return geometry(type === 'Polygon' ? [line, ...(coordinates as Place[][]).slice(1)] : line)
}

export function changed(document: CircuitDocument, index: number, change: (feature: DocumentFeature) => DocumentFeature): CircuitDocument {
  return withFeatures(
    document,
    featuresIn(document).map((f, i) => (i === index ? change(f) : f)),
  )
}

/** Sets properties of a feature; undefined takes one away. */
export function withProperties(document: CircuitDocument, index: number, set: Readonly<Record<string, unknown>>): CircuitDocument {
  return changed(document, index, (feature) => ({
    ...feature,
    properties: Object.fromEntries(Object.entries({ ...feature.properties, ...set }).filter(([, value]) => value !== undefined)),
  }))
}

/** Moves one place of a feature; its height stays. */
export function placeMoved(document: CircuitDocument, index: number, vertex: number, to: Place): CircuitDocument {
  return changed(document, index, (feature) =>
    withPlaces(
      feature,
      placesOf(feature).map((p, i) => (i === vertex ? [to[0]!, to[1]!, ...p.slice(2)] : p)),
    ),
  )
}

export const added = (document: CircuitDocument, feature: DocumentFeature): CircuitDocument =>
  withFeatures(document, [...featuresIn(document), feature])

export const removed = (document: CircuitDocument, index: number): CircuitDocument =>
  withFeatures(
    document,
    featuresIn(document).filter((_, i) => i !== index),
  )

export const renamed = (document: CircuitDocument, name: string): CircuitDocument => ({ ...document, ochote: { ...document.ochote, name } })

/** Properties of the centreline that have one value, or one for each of its positions. */
export const perPosition = { widthLeft: 5, widthRight: 5, crossfall: 0, grip: 1 } as const
export type PerPosition = keyof typeof perPosition

/** A property of the centreline at each of its positions. */
export function valuesOf(centreline: DocumentFeature, key: PerPosition): number[] {
  const count = placesOf(centreline).length
  const value = centreline.properties[key]
  const at = (i: number) => (Array.isArray(value) ? (value[i] as number | undefined) : (value as number | undefined))
  return Array.from({ length: count }, (_, i) => at(i) ?? perPosition[key])
}

/** Values as a file has them: one where all are the same, else one for each position and for the repeat of the first. */
function asProperty(values: readonly number[], repeats: boolean): number | number[] {
  return values.every((v) => v === values[0]) ? values[0]! : repeats ? [...values, values[0]!] : [...values]
}

const repeatsFirst = (centreline: DocumentFeature) => (centreline.geometry.coordinates as Place[]).length > placesOf(centreline).length

/** A stretch of positions, first to last; on a closed centreline it may run over the start line. */
export interface Stretch {
  readonly from: number
  readonly to: number
}

export const isIn = ({ from, to }: Stretch, i: number): boolean => (from <= to ? i >= from && i <= to : i >= from || i <= to)

/** Sets a property of the centreline along a stretch of its positions. */
export function setAlong(document: CircuitDocument, key: PerPosition, stretch: Stretch, value: number): CircuitDocument {
  const index = centrelineIndex(document)
  const centreline = featuresIn(document)[index]!
  const values = valuesOf(centreline, key).map((v, i) => (isIn(stretch, i) ? value : v))
  return withProperties(document, index, { [key]: asProperty(values, repeatsFirst(centreline)) })
}

/** Sets the height along a stretch of the centreline; where none had one, the others are at 0. */
export function setHeightAlong(document: CircuitDocument, stretch: Stretch, altM: number): CircuitDocument {
  return changed(document, centrelineIndex(document), (centreline) =>
    withPlaces(
      centreline,
      placesOf(centreline).map((p, i) => [p[0]!, p[1]!, isIn(stretch, i) ? altM : (p[2] ?? 0)]),
    ),
  )
}

/** Another list of positions for the centreline, with its per-position values kept in step. */
function reposition(document: CircuitDocument, change: <T>(values: readonly T[], between: (a: T, b: T) => T) => T[]): CircuitDocument {
  const index = centrelineIndex(document)
  const centreline = featuresIn(document)[index]!
  const repeats = repeatsFirst(centreline)
  const places = change(placesOf(centreline), (a, b) => a.map((v, k) => (v + (b[k] ?? v)) / 2))
  const set = Object.fromEntries(
    (Object.keys(perPosition) as PerPosition[])
      .filter((key) => Array.isArray(centreline.properties[key]))
      .map((key) => [
        key,
        asProperty(
          change(valuesOf(centreline, key), (a, b) => (a + b) / 2),
          repeats,
        ),
      ]),
  )
  return withProperties(
    changed(document, index, (c) => withPlaces(c, places)),
    index,
    set,
  )
}

/** Adds a position to the centreline, halfway between one and the next. */
export const positionAdded = (document: CircuitDocument, after: number): CircuitDocument =>
  reposition(document, (values, between) => [
    ...values.slice(0, after + 1),
    between(values[after]!, values[(after + 1) % values.length]!),
    ...values.slice(after + 1),
  ])

export const positionsRemoved = (document: CircuitDocument, stretch: Stretch): CircuitDocument =>
  reposition(document, (values) => values.filter((_, i) => !isIn(stretch, i)))

/** The start line moved to another position of a closed centreline. */
export const startMoved = (document: CircuitDocument, to: number): CircuitDocument =>
  reposition(document, (values) => [...values.slice(to), ...values.slice(0, to)])

/** A corner feature's number; null for any other feature, and for none. */
export const numberOf = (feature: DocumentFeature | undefined): string | null =>
  feature && roleOf(feature) === 'corner' && typeof feature.properties.number === 'string' ? feature.properties.number : null
