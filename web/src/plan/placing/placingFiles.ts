import { XMLBuilder } from 'fast-xml-parser'
import type { CircuitDocument } from '@ochote/contracts'
import { csvOf } from '../../format/csv'
import { edgeWords, markName, markerWords, type Stop } from './placingList'

/** Seven decimals of a degree are a centimetre. */
const degrees = (value: number) => value.toFixed(7)

/** The placing list as CSV: a row a mark, in the order it is put out. */
export function placingCsv(stops: readonly Stop[]): string {
  const rows = stops.map(({ order, cone, count, colour, kind, fromLastM }) => ({
    order,
    corner: cone.cornerNumber,
    duty: cone.duty,
    count,
    colour,
    kind,
    found_by: cone.foundBy,
    side: cone.side,
    in_from_edge_m: cone.inFromEdgeM.toFixed(2),
    station_m: cone.stationM.toFixed(1),
    from_last_m: fromLastM === null ? '' : fromLastM.toFixed(1),
    lat: degrees(cone.lat),
    lon: degrees(cone.lon),
    remark: [cone.note, cone.remark].filter(Boolean).join('; '),
  }))
  return csvOf(rows)
}

/** The marks as GPX 1.1 waypoints, to walk out and place them. */
export function placingGpx(stops: readonly Stop[], planName: string): string {
  const builder = new XMLBuilder({ ignoreAttributes: false, format: true, suppressEmptyNode: true })
  const body = builder.build({
    gpx: {
      '@_version': '1.1',
      '@_creator': 'Ochote',
      '@_xmlns': 'http://www.topografix.com/GPX/1/1',
      metadata: { name: planName },
      wpt: stops.map((stop) => ({
        '@_lat': degrees(stop.cone.lat),
        '@_lon': degrees(stop.cone.lon),
        name: `${stop.order} ${markName(stop.cone)}`,
        cmt: [stop.cone.note, stop.cone.remark].filter(Boolean).join('; ') || undefined,
        desc: `${markerWords(stop)}, ${stop.cone.foundBy}, ${edgeWords(stop.cone)}`,
        type: stop.cone.duty,
      })),
    },
  })
  return `<?xml version="1.0" encoding="UTF-8"?>\n${body}`
}

/** The circuit's file with the marks as its cones, in place of those it had. */
export function placingGeoJson(stops: readonly Stop[], circuit: CircuitDocument): CircuitDocument {
  const others = circuit.features.filter((f) => (f.properties as { role?: unknown } | undefined)?.role !== 'cone')
  const cones = stops.map(({ cone, count, colour }) => ({
    type: 'Feature' as const,
    properties: {
      role: 'cone',
      ...(cone.cornerNumber === '' ? {} : { cornerNumber: cone.cornerNumber }),
      duty: cone.duty,
      count,
      colour,
      side: cone.side,
      note: [cone.foundBy, cone.note, cone.remark].filter(Boolean).join('; ').slice(0, 200),
    },
    geometry: { type: 'Point', coordinates: [Number(cone.lon.toFixed(9)), Number(cone.lat.toFixed(9))] },
  }))
  return { ...circuit, features: [...others, ...cones] }
}
