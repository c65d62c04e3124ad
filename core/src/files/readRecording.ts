import Papa from 'papaparse'
import { showValue, type FieldProblem } from '@ochote/contracts'
import { failure, success, type Outcome } from '../outcome/outcome'
import { fileKindOf } from './fileKind'
import { gpxPoints } from './gpxPoints'
import { knownColumn, type KnownColumn } from './lapColumns'
import type { RecordedPlace } from '../circuitFromDrives/circuitFromDrives'

/** Most characters of a recording: four hours at 25 a second. */
const MOST_RECORDED_CHARACTERS = 30_000_000
const MOST_PLACES = 400_000

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

function readGpx(text: string, fileName: string): Outcome<RecordedPlace[], FieldProblem[]> {
  const points = gpxPoints(text, fileName)
  return points.ok ? collected(points.value) : points
}

function readPlacesCsv(text: string, fileName: string): Outcome<RecordedPlace[], FieldProblem[]> {
  const { data, meta } = Papa.parse<Record<string, string>>(text.replace(/^\uFEFF/, ''), { header: true, skipEmptyLines: 'greedy' })
  const named = (is: KnownColumn['is']) => meta.fields?.find((field) => knownColumn(field)?.is === is)
  const [lat, lon, alt] = [named('latDeg'), named('lonDeg'), named('altM')]
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
