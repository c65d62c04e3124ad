import type { CircuitDocument } from '@ochote/contracts'
import { placeAt, stationsApart, toLonLat, wrapStation, type Corner, type Track } from '@ochote/core'
import { added, featuresIn, removed, roleOf, type DocumentFeature } from './documentEdits'

/** Corners while they are edited: all of them with their ends, so that none is detected again unnoticed. */

const middle = (track: Track, { startM, endM }: Pick<Corner, 'startM' | 'endM'>) =>
  wrapStation(track, startM + stationsApart(track, startM, endM) / 2)

function featureOf(track: Track, corner: Corner, before: DocumentFeature | undefined): DocumentFeature {
  const place = placeAt(track, middle(track, corner), 0)
  const { lon, lat } = toLonLat(track.circuit.frame, place.x, place.y)
  const tenth = (m: number) => Math.round(m * 10) / 10
  return {
    ...before,
    type: 'Feature',
    properties: {
      ...before?.properties,
      role: 'corner',
      number: corner.number,
      ...(corner.name === '' ? { name: undefined } : { name: corner.name }),
      direction: corner.direction,
      start: tenth(corner.startM),
      end: tenth(corner.endM),
    },
    geometry: { type: 'Point', coordinates: [lon, lat] },
  }
}

/** Writes all corners into a document, in place of those it had; what else a corner's feature holds stays with its number. */
export function withCorners(document: CircuitDocument, track: Track, corners: readonly Corner[]): CircuitDocument {
  const old = featuresIn(document).filter((f) => roleOf(f) === 'corner')
  const cleared = featuresIn(document).reduceRight((doc, f, i) => (roleOf(f) === 'corner' ? removed(doc, i) : doc), document)
  return corners.reduce((doc, corner) => {
    const before = old.find((f) => f.properties.number === corner.number)
    const feature = featureOf(track, corner, before)
    const properties = Object.fromEntries(Object.entries(feature.properties).filter(([, v]) => v !== undefined))
    return added(doc, { ...feature, properties })
  }, cleared)
}

/** Joins a corner and the next: from the first's start to the second's end. */
export function joined(corners: readonly Corner[], index: number): Corner[] {
  const next = corners[index + 1]
  if (!next) return [...corners]
  return corners.flatMap((c, i) => (i === index ? [{ ...c, endM: next.endM }] : i === index + 1 ? [] : [c]))
}

/** Splits a corner in two, "5" into "5A" and "5B". */
export function split(track: Track, corners: readonly Corner[], index: number): Corner[] {
  return corners.flatMap((c, i) => {
    if (i !== index) return [c]
    const halfM = middle(track, c)
    return [
      { ...c, number: `${c.number}A`, endM: halfM },
      { ...c, number: `${c.number}B`, startM: halfM },
    ]
  })
}

/** Numbers the corners from 1 in lap order. */
export const renumbered = (corners: readonly Corner[]): Corner[] => corners.map((c, i) => ({ ...c, number: String(i + 1) }))
