import type { CircuitDocument } from '@ochote/contracts'
import { circuitFromDocument, localFrame, sampleTrack, toLocal, toLonLat } from '@ochote/core'

/** A place on the sheet, metres east and north of its middle. */
export interface Spot {
  readonly x: number
  readonly y: number
}

/** The fewest points a circuit can have. */
export const FEWEST_SPOTS = 4

/** Where the sheet's middle lies, degrees, and how far the edges are from the line drawn, metres. */
interface SheetTrack {
  readonly lat: number
  readonly lon: number
  readonly left: number
  readonly right: number
}

/** Turns what is drawn on a sheet into a circuit's file. */
export function sheetDocument(
  name: string,
  spots: readonly Spot[],
  closed: boolean,
  { lat, lon, left, right }: SheetTrack,
): CircuitDocument {
  const frame = localFrame(lon, lat)
  const coordinates = spots.map(({ x, y }) => {
    const p = toLonLat(frame, x, y)
    return [Math.round(p.lon * 1e9) / 1e9, Math.round(p.lat * 1e9) / 1e9]
  })
  return {
    type: 'FeatureCollection',
    ochote: { format: 'circuit', version: 1, name },
    features: [
      {
        type: 'Feature',
        properties: { role: 'centreline', closed, widthLeft: left, widthRight: right },
        geometry: { type: 'LineString', coordinates: closed ? [...coordinates, coordinates[0]!] : coordinates },
      },
    ],
  }
}

const HALF_M = 5

/**
 * The curve through the spots as it will be driven; null while there are too few, or they make none.
 * @param stepM - distance between its points
 */
export function sheetCurve(spots: readonly Spot[], closed: boolean, stepM: number): Spot[] | null {
  if (spots.length < FEWEST_SPOTS) return null
  const read = circuitFromDocument(sheetDocument('sheet', spots, closed, { lat: 0, lon: 0, left: HALF_M, right: HALF_M }))
  if (!read.ok) return null
  const { x, y, circuit } = sampleTrack(read.value, stepM)
  const middle = toLonLat(circuit.frame, 0, 0)
  const away = toLocal(localFrame(0, 0), middle.lon, middle.lat)
  return Array.from(x, (v, i) => ({ x: v + away.x, y: y[i]! + away.y }))
}
