import type { CircuitDocument } from '@ochote/contracts'
import { localFrame, toLocal, type LocalFrame } from '@ochote/core'
import { centrelineIndex, featuresIn, placesOf } from './documentEdits'

/** The frame and the box that the map begins with: it does not jump while places are moved. */
export function mapStart(document: CircuitDocument): { frame: LocalFrame; bounds: { x: Float64Array; y: Float64Array } } {
  const index = centrelineIndex(document)
  const places = index < 0 ? [] : placesOf(featuresIn(document)[index]!)
  const mean = (k: number) => places.reduce((sum, p) => sum + p[k]!, 0) / Math.max(1, places.length)
  const frame = localFrame(mean(0), mean(1))
  const local = places.map((p) => toLocal(frame, p[0]!, p[1]!))
  return { frame, bounds: { x: Float64Array.from(local, (p) => p.x), y: Float64Array.from(local, (p) => p.y) } }
}
