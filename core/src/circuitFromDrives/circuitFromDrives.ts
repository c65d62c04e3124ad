import type { CircuitDocument, FieldProblem } from '@ochote/contracts'
import { localFrame, toLocal, toLonLat, type LocalFrame } from '../geometry/localMetres'
import { failure, success, type Outcome } from '../outcome/outcome'
import { alikeLaps, averageLaps } from './averageLaps'
import { betweenEdges } from './betweenEdges'
import { lapsOf, placeComeBackTo } from './lapsOf'
import type { Polyline } from './polyline'

/** A recorded place, degrees and metres. */
export interface RecordedPlace {
  readonly lon: number
  readonly lat: number
  /** null where height was not recorded */
  readonly altM: number | null
}

export interface DrivesInput {
  readonly name: string
  /** a slow drive of one lap or more down the middle, or along the left edge where the right one is driven too */
  readonly driven: readonly RecordedPlace[]
  /** a drive along the right edge; null where widths are given */
  readonly rightEdge: readonly RecordedPlace[] | null
  /** half-widths where they are given, metres */
  readonly widthLeftM: number
  readonly widthRightM: number
  /** distance kept from the edges while driving them, metres */
  readonly insetM: number
  /** where the start line is; null takes the first place that is come back to */
  readonly start: { readonly lon: number; readonly lat: number } | null
  /** the circuit is driven the other way than it was recorded */
  readonly reversed: boolean
}

export interface CircuitFromDrives {
  readonly document: CircuitDocument
  readonly laps: number
  /** laps left out because they took another way */
  readonly leftOut: number
  readonly spreadM: number
  readonly lengthM: number
}

const FEWEST_PLACES = 20
const NARROWEST_HALF_M = 1
const problem = (field: string, found: string, expected: string) => failure([{ field, found, expected }])

function toLine(frame: LocalFrame, places: readonly RecordedPlace[]): Polyline {
  const local = places.map((p) => toLocal(frame, p.lon, p.lat))
  return {
    x: Float64Array.from(local, (p) => p.x),
    y: Float64Array.from(local, (p) => p.y),
    z: Float64Array.from(places, (p) => p.altM ?? 0),
  }
}

/** A standing vehicle records the same place again and again: places nearer than this to the one before are left out. */
const STANDING_M = 0.5

function moving(line: Polyline): Polyline {
  const kept: number[] = []
  for (let i = 0; i < line.x.length; i++) {
    const last = kept[kept.length - 1]
    if (last === undefined || Math.hypot(line.x[i]! - line.x[last]!, line.y[i]! - line.y[last]!) >= STANDING_M) kept.push(i)
  }
  const pick = (values: Float64Array) => Float64Array.from(kept, (i) => values[i]!)
  return { x: pick(line.x), y: pick(line.y), z: pick(line.z) }
}

const backwards = ({ x, y, z }: Polyline): Polyline => ({ x: x.slice().reverse(), y: y.slice().reverse(), z: z.slice().reverse() })

/** Averages the laps of a drive from the start line. */
function averaged(field: string, line: Polyline, start: { x: number; y: number }) {
  const all = lapsOf(line, start.x, start.y)
  if (all.length === 0) return problem(field, 'no complete lap past the start line', 'one lap or more, driven on past where it began')
  const alike = alikeLaps(all)
  return success({ ...averageLaps(alike), leftOut: all.length - alike.length })
}

/**
 * A circuit from a slow recce drive: its laps averaged, with the widths given, or measured from a second drive along the other
 * edge. Heights are kept where they were recorded.
 */
export function circuitFromDrives(input: DrivesInput): Outcome<CircuitFromDrives, FieldProblem[]> {
  const { name, driven, rightEdge, start, reversed, insetM } = input
  if (driven.length < FEWEST_PLACES) return problem('the recording', `${driven.length} places`, `${FEWEST_PLACES} or more`)
  const mean = (of: (p: RecordedPlace) => number) => driven.reduce((sum, p) => sum + of(p), 0) / driven.length
  const frame = localFrame(
    mean((p) => p.lon),
    mean((p) => p.lat),
  )
  const along = (places: readonly RecordedPlace[]) => {
    const line = moving(toLine(frame, places))
    return reversed ? backwards(line) : line
  }
  const line = along(driven)
  const back = start === null ? placeComeBackTo(line) : null
  if (start === null && back === null)
    return problem('the recording', 'no place that is come back to in the same direction', 'one lap or more, driven on past where it began')
  const from = start ? toLocal(frame, start.lon, start.lat) : { x: line.x[back!]!, y: line.y[back!]! }
  const middle = averaged('the recording', line, from)
  if (!middle.ok) return middle
  const other = rightEdge ? averaged('the right edge', along(rightEdge), from) : null
  if (other && !other.ok) return other
  const count = middle.value.line.x.length
  const track = other
    ? betweenEdges(middle.value.line, other.value.line, insetM)
    : {
        line: middle.value.line,
        leftM: new Float64Array(count).fill(input.widthLeftM),
        rightM: new Float64Array(count).fill(input.widthRightM),
      }
  const narrow = track.leftM.findIndex((w, i) => w < NARROWEST_HALF_M || track.rightM[i]! < NARROWEST_HALF_M)
  if (narrow >= 0)
    return problem(
      'the edges',
      `${(track.leftM[narrow]! + track.rightM[narrow]!).toFixed(1)} m between them somewhere`,
      'the left edge on the left and the right one on the right',
    )
  const heights = driven.some((p) => p.altM !== null)
  return success({
    document: documentOf(name, frame, track, heights),
    laps: middle.value.laps + (other?.ok ? other.value.laps : 0),
    leftOut: middle.value.leftOut + (other?.ok ? other.value.leftOut : 0),
    spreadM: Math.max(middle.value.spreadM, other?.ok ? other.value.spreadM : 0),
    lengthM: lengthOf(track.line),
  })
}

function lengthOf({ x, y }: Polyline): number {
  return x.reduce((sum, v, i) => sum + Math.hypot(x[(i + 1) % x.length]! - v, y[(i + 1) % y.length]! - y[i]!), 0)
}

function documentOf(
  name: string,
  frame: LocalFrame,
  { line, leftM, rightM }: { line: Polyline; leftM: Float64Array; rightM: Float64Array },
  heights: boolean,
): CircuitDocument {
  const coordinates = Array.from(line.x, (x, i) => {
    const { lon, lat } = toLonLat(frame, x, line.y[i]!)
    const place = [Math.round(lon * 1e9) / 1e9, Math.round(lat * 1e9) / 1e9]
    return heights ? [...place, Math.round(line.z[i]! * 100) / 100] : place
  })
  coordinates.push(coordinates[0]!)
  const widths = (values: Float64Array) => {
    const rounded = Array.from(values, (w) => Math.round(w * 100) / 100)
    return rounded.every((w) => w === rounded[0]) ? rounded[0] : [...rounded, rounded[0]!]
  }
  return {
    type: 'FeatureCollection',
    ochote: { format: 'circuit', version: 1, name },
    features: [
      {
        type: 'Feature',
        properties: { role: 'centreline', closed: true, widthLeft: widths(leftM), widthRight: widths(rightM) },
        geometry: { type: 'LineString', coordinates },
      },
    ],
  }
}
