import type { CircuitDocument, FieldProblem } from '@ochote/contracts'
import { placeAt, toLonLat, type CircuitRemark, type Track } from '@ochote/core'
import { featuresIn, placesOf, type Place } from './documentEdits'

/** A place on the map, and what is wrong or odd there. */
export interface Flaw {
  readonly place: Place
  readonly what: string
  /** it keeps the circuit from being used, or someone should look at it */
  readonly kind: FlawKind
}
export type FlawKind = 'wrong' | 'look'

/** The feature that a problem's field names, and its place where it names one; null where it names none. */
export function featureOfProblem({ field }: FieldProblem): { index: number; vertex: number | null } | null {
  const match = /^features\[(\d+)\](?:\.geometry\.coordinates\[(\d+)\])?/.exec(field)
  return match ? { index: Number(match[1]), vertex: match[2] === undefined ? null : Number(match[2]) } : null
}

/** Where on the map the problems of a document and the remarks about its track lie, as far as they lie anywhere. */
export function flawsOf(
  document: CircuitDocument,
  problems: readonly FieldProblem[],
  track: Track | null,
  remarks: readonly CircuitRemark[],
): Flaw[] {
  const wrong = problems.flatMap((problem) => {
    const about = featureOfProblem(problem)
    const feature = about && featuresIn(document)[about.index]
    if (!about || !feature) return []
    // a crossing names both its parts in words
    const named = [...problem.found.matchAll(/after position (\d+)/g)].map((m) => Number(m[1]))
    const vertices = about.vertex === null ? named : [about.vertex]
    return vertices.flatMap((v) => placesOf(feature).slice(v, v + 1)).map((place): Flaw => ({ place, what: problem.found, kind: 'wrong' }))
  })
  const odd = remarks.flatMap(({ stationsM, what }) => {
    if (!track) return []
    return stationsM.map((stationM): Flaw => {
      const p = placeAt(track, stationM, 0)
      const { lon, lat } = toLonLat(track.circuit.frame, p.x, p.y)
      return { place: [lon, lat], what, kind: 'look' }
    })
  })
  return [...wrong, ...odd]
}
