import { localFrame, toLonLat } from '@ochote/core'

/** A made-up ring of left and right bends. Its radii are the same at any length. */
export function ring(lengthM: number): unknown {
  const frame = localFrame(-20, -30)
  const waves = Math.max(2, Math.round(lengthM / 420))
  const radiusM = lengthM / (2 * Math.PI * 1.12)
  const count = Math.round(lengthM / 22)
  const coordinates = Array.from({ length: count + 1 }, (_, k) => {
    const a = (2 * Math.PI * (k % count)) / count
    const r = radiusM + 30 * Math.sin(waves * a)
    const { lon, lat } = toLonLat(frame, r * Math.cos(a), r * Math.sin(a))
    return [lon, lat]
  })
  return {
    type: 'FeatureCollection',
    ochote: { format: 'circuit', version: 1, name: `Ring of ${lengthM} m` },
    features: [
      {
        type: 'Feature',
        properties: { role: 'centreline', closed: true, widthLeft: 5, widthRight: 5 },
        geometry: { type: 'LineString', coordinates },
      },
    ],
  }
}
