import { useEffect, useState } from 'react'
import { nearestOnTrack, toLocal, type Track } from '@ochote/core'
import { placesOf, type DocumentFeature, type Place } from './documentEdits'
import type { Addable } from './roleFields'

/** The fewest places that a geometry needs. */
export const fewestPlaces = { Point: 1, LineString: 2, Polygon: 3 } as const

/** The feature being drawn, and the places clicked so far. */
export interface Drawing {
  readonly addable: Addable
  readonly places: readonly Place[]
}

/** Turns what was drawn into a feature; null where there are too few places. */
export function drawnFeature({ addable, places }: Drawing): DocumentFeature | null {
  const { geometry, role, properties } = addable
  if (places.length < fewestPlaces[geometry]) return null
  const coordinates = geometry === 'Point' ? places[0] : geometry === 'Polygon' ? [[...places, places[0]]] : places
  return { type: 'Feature', properties: { role, ...properties }, geometry: { type: geometry, coordinates } }
}

/**
 * Run-off with its side, which is the one that most of it was drawn on; anything else as it is.
 * @param track - null while the centreline can't be read: the side is then asked for in the form
 */
export function withDrawnSide(feature: DocumentFeature, track: Track | null): DocumentFeature {
  if (feature.properties.role !== 'runoff' || !track) return feature
  const offsets = placesOf(feature).map(([lon, lat]) => {
    const { x, y } = toLocal(track.circuit.frame, lon!, lat!)
    return nearestOnTrack(track, x, y).offsetM
  })
  const side = offsets.reduce((a, b) => a + b, 0) >= 0 ? 'left' : 'right'
  return { ...feature, properties: { ...feature.properties, side } }
}

/** Draws a feature click by click. A point is finished at once, others by Enter; Escape cancels. */
export function useDrawing(onDrawn: (feature: DocumentFeature) => void) {
  const [drawing, setDrawing] = useState<Drawing | null>(null)
  const end = (drawn: Drawing) => {
    setDrawing(null)
    const feature = drawnFeature(drawn)
    if (feature) onDrawn(feature)
  }
  const finish = () => drawing && end(drawing)
  useEffect(() => {
    if (!drawing) return
    const onKey = (event: KeyboardEvent) => {
      if (event.key === 'Escape') setDrawing(null)
      else if (event.key === 'Enter' && !(event.target as HTMLElement).closest('button')) finish()
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  })
  return {
    drawing,
    finish,
    begin: (addable: Addable) => setDrawing({ addable, places: [] }),
    stop: () => setDrawing(null),
    place: (at: Place) => {
      if (!drawing) return
      const next = { ...drawing, places: [...drawing.places, at] }
      if (drawing.addable.geometry === 'Point') end(next)
      else setDrawing(next)
    },
  }
}
