import type { Position } from '@ochote/contracts'
import { featuresOf } from './circuit'
import { toLocal } from './localMetres'
import { nearestOnTrack, type StationOffset } from './nearest'
import { stationsApart, type Track } from './track'

/** A landmark, by its place along the lap. */
export interface PlacedLandmark extends StationOffset {
  readonly kind: string
  readonly name: string
}

/** Run-off along a stretch of one edge. */
export interface RunOff {
  readonly side: 'left' | 'right'
  readonly startM: number
  readonly endM: number
  /** metres from the edge to the first thing that can be hit */
  readonly depthM: number
  readonly surface: string
}

/** A hazard at a place or along a stretch. */
export interface PlacedHazard extends StationOffset {
  readonly kind: string
  readonly note: string
  readonly severity: number
  readonly endM: number
  /** each point that it was drawn with */
  readonly drawn: readonly StationOffset[]
}

/** A kerb along one edge. */
export interface Kerb {
  readonly side: 'left' | 'right'
  readonly startM: number
  readonly endM: number
}

/** A marshal or flag post. */
interface PlacedPost extends StationOffset {
  readonly number: string
}

/** A circuit's features by their places along the lap, each list in the order of the lap. */
export interface PlacedFeatures {
  readonly landmarks: readonly PlacedLandmark[]
  readonly runOffs: readonly RunOff[]
  readonly hazards: readonly PlacedHazard[]
  readonly kerbs: readonly Kerb[]
  readonly posts: readonly PlacedPost[]
}

/** Places a circuit's features on its track. Place them once for each track and pass them on: each search costs a look along the lap. */
export function placeFeatures(track: Track): PlacedFeatures {
  const landmarks = landmarksOf(track)
  return { landmarks, runOffs: runOffsOf(track), hazards: hazardsOf(track), kerbs: kerbsOf(track, landmarks), posts: postsOf(track) }
}

/** The run-off at a station on one side; null where the circuit's file gives none. */
export function runOffAt(track: Track, runOffs: readonly RunOff[], side: 'left' | 'right', stationM: number): RunOff | null {
  return runOffs.find((r) => r.side === side && stationsApart(track, r.startM, stationM) <= stationsApart(track, r.startM, r.endM)) ?? null
}

const placed = (track: Track, [lon, lat]: Position): StationOffset => {
  const { x, y } = toLocal(track.circuit.frame, lon, lat)
  return nearestOnTrack(track, x, y)
}
const byStation = (a: StationOffset, b: StationOffset) => a.stationM - b.stationM

const landmarksOf = (track: Track): PlacedLandmark[] =>
  featuresOf(track.circuit, 'landmark')
    .map((f) => ({ kind: f.properties.kind, name: f.properties.name ?? '', ...placed(track, f.geometry.coordinates) }))
    .sort(byStation)

const postsOf = (track: Track): PlacedPost[] =>
  featuresOf(track.circuit, 'post')
    .map((f) => ({ number: f.properties.number, ...placed(track, f.geometry.coordinates) }))
    .sort(byStation)

const runOffsOf = (track: Track): RunOff[] =>
  featuresOf(track.circuit, 'runoff').map(({ geometry: { coordinates }, properties: { side, depth, surface } }) => ({
    side,
    startM: placed(track, coordinates[0]!).stationM,
    endM: placed(track, coordinates[coordinates.length - 1]!).stationM,
    depthM: depth,
    surface,
  }))

const hazardsOf = (track: Track): PlacedHazard[] =>
  featuresOf(track.circuit, 'hazard')
    .map(({ geometry, properties: { kind, note = '', severity = 1 } }) => {
      const positions = geometry.type === 'Point' ? [geometry.coordinates] : geometry.coordinates
      const drawn = positions.map((position) => placed(track, position))
      return { ...drawn[0]!, endM: drawn[drawn.length - 1]!.stationM, drawn, kind, note, severity }
    })
    .sort(byStation)

/** The start and the end of a kerb belong together when they are no further apart than this. */
const LONGEST_KERB_M = 150

const kerbsOf = (track: Track, landmarks: readonly PlacedLandmark[]): Kerb[] =>
  landmarks
    .filter((l) => l.kind === 'kerb-start')
    .flatMap((start): Kerb[] => {
      const end = landmarks.find(
        (l) =>
          l.kind === 'kerb-end' && l.offsetM > 0 === start.offsetM > 0 && stationsApart(track, start.stationM, l.stationM) < LONGEST_KERB_M,
      )
      return end ? [{ side: start.offsetM > 0 ? 'left' : 'right', startM: start.stationM, endM: end.stationM }] : []
    })
