import { XMLParser } from 'fast-xml-parser'
import Papa from 'papaparse'
import { showValue, type FieldProblem } from '@ochote/contracts'
import { failure, success, type Outcome } from '../outcome/outcome'
import { fileKindOf } from './fileKind'
import type { RecordedPlace } from '../circuitFromDrives/circuitFromDrives'

/** Most characters of a recording: four hours at 25 a second. */
const MOST_RECORDED_CHARACTERS = 30_000_000
const MOST_PLACES = 400_000
/** Elements of a GPX file are this deep at the most; deeper ones are not read. */
const DEEPEST_TAG = 40

const refused = (field: string, found: string, expected: string) => failure([{ field, found, expected }])

/** Reads the places of a recorded drive: GPX 1.1 tracks, or CSV with latitude and longitude in degrees. */
export function readRecording(text: string, fileName: string): Outcome<RecordedPlace[], FieldProblem[]> {
  if (text.length > MOST_RECORDED_CHARACTERS)
    return refused(fileName, `${(text.length / 1e6).toFixed(0)} MB`, `${MOST_RECORDED_CHARACTERS / 1e6} MB at the most`)
  const start = text.slice(0, 1000).trimStart()
  const places = start.startsWith('<') || start.startsWith('\uFEFF<') ? readGpx(text, fileName) : readPlacesCsv(text, fileName)
  if (!places.ok) return places
  if (places.value.length > MOST_PLACES) return refused(fileName, `${places.value.length} places`, `${MOST_PLACES} at the most`)
  return places
}

interface GpxPoint {
  '@_lat'?: string
  '@_lon'?: string
  ele?: string
}

const listed = (value: unknown): unknown[] => (Array.isArray(value) ? value : value === undefined || value === '' ? [] : [value])
const within = (value: unknown, key: string): unknown => (value as Record<string, unknown> | null | undefined)?.[key]

const isGpx = (document: unknown) => within(document, 'gpx') !== undefined

function readGpx(text: string, fileName: string): Outcome<RecordedPlace[], FieldProblem[]> {
  // entities are how a small file grows large or reads others; GPX needs none
  if (/<!(DOCTYPE|ENTITY)/i.test(text)) return refused(fileName, 'a document type or entity declaration', 'plain GPX 1.1 without any')
  let document: unknown
  try {
    document = new XMLParser({
      ignoreAttributes: false,
      parseTagValue: false,
      parseAttributeValue: false,
      processEntities: false,
      maxNestedTags: DEEPEST_TAG,
    }).parse(text, true)
  } catch (error) {
    const line = (error as { line?: number }).line ?? /:(\d+):\d+\.?$/.exec(String(error))?.[1]
    return refused(
      line === undefined ? fileName : `${fileName}, line ${line}`,
      'XML that is cut off or has a tag that never ends',
      'GPX 1.1',
    )
  }
  const points = listed(within(within(document, 'gpx'), 'trk')).flatMap((trk, t) =>
    listed(within(trk, 'trkseg')).flatMap((seg, g) =>
      listed(within(seg, 'trkpt')).map((point, p) => ({ point: point as GpxPoint, at: `trk[${t}].trkseg[${g}].trkpt[${p}]` })),
    ),
  )
  if (points.length === 0)
    return refused(fileName, isGpx(document) ? 'no trkpt' : (fileKindOf(text)?.name ?? 'no trkpt'), 'a GPX 1.1 track')
  return collected(points.map(({ point, at }) => ({ lat: point['@_lat'], lon: point['@_lon'], alt: point.ele, at })))
}

/** Column names, without regard to case, blanks and punctuation. */
const columns = {
  lat: ['lat', 'latitude', 'latdeg', 'latitudedeg'],
  lon: ['lon', 'lng', 'long', 'longitude', 'londeg', 'longitudedeg'],
  alt: ['alt', 'altm', 'altitude', 'altitudem', 'ele', 'elevation', 'elevationm', 'height', 'heightm'],
} as const

const plain = (name: string) => name.toLowerCase().replace(/[^a-z0-9]/g, '')

function readPlacesCsv(text: string, fileName: string): Outcome<RecordedPlace[], FieldProblem[]> {
  const { data, meta } = Papa.parse<Record<string, string>>(text.replace(/^\uFEFF/, ''), { header: true, skipEmptyLines: 'greedy' })
  const named = (key: keyof typeof columns) => meta.fields?.find((f) => (columns[key] as readonly string[]).includes(plain(f)))
  const [lat, lon, alt] = [named('lat'), named('lon'), named('alt')]
  const kind = fileKindOf(text)
  if ((lat === undefined || lon === undefined) && kind !== null && !kind.name.startsWith('a table'))
    return refused(
      fileName,
      kind.name,
      kind.usedFor === null ? 'GPX, or a table (CSV) with lat and lon' : `GPX, or a table (CSV) with lat and lon. ${kind.usedFor}`,
    )
  if (lat === undefined || lon === undefined)
    return refused(`${fileName}, line 1`, (meta.fields ?? []).join(', ').slice(0, 120) || 'nothing', 'a header with lat and lon')
  // the header is line 1; a quoted line break would shift this, and no number needs one
  return collected(
    data.map((row, i) => ({
      lat: row[lat],
      lon: row[lon],
      alt: alt === undefined ? undefined : row[alt],
      at: `${fileName}, line ${i + 2}`,
    })),
  )
}

interface RawPlace {
  lat: string | undefined
  lon: string | undefined
  alt: string | undefined
  at: string
}

const inDegrees = (text: string | undefined, most: number) => {
  const value = text === undefined || text.trim() === '' ? NaN : Number(text)
  return Math.abs(value) <= most ? value : null
}

function collected(raw: readonly RawPlace[]): Outcome<RecordedPlace[], FieldProblem[]> {
  const places: RecordedPlace[] = []
  for (const { lat, lon, alt, at } of raw) {
    const [φ, λ] = [inDegrees(lat, 89), inDegrees(lon, 180)]
    if (φ === null) return refused(`${at}, lat`, showValue(lat), 'degrees from -89 to 89')
    if (λ === null) return refused(`${at}, lon`, showValue(lon), 'degrees from -180 to 180')
    const height = alt === undefined || alt.trim() === '' ? NaN : Number(alt)
    places.push({ lat: φ, lon: λ, altM: Number.isFinite(height) ? height : null })
  }
  return success(places)
}
