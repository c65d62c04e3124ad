import type { Position } from '@ochote/contracts'
import { featuresOf } from './circuit'
import { toLocal } from './localMetres'
import { nearestOnTrack, type StationOffset } from './nearest'
import { stationsApart, type Track } from './track'

/** Room to run off along a stretch of one edge. */
export interface RunOff {
  readonly side: 'left' | 'right'
  readonly startM: number
  readonly endM: number
  /** metres from the edge to the first thing that can be hit */
  readonly depthM: number
  readonly surface: string
}

/** Something to know of at a place or along a stretch. */
export interface PlacedHazard extends StationOffset {
  readonly kind: string
  readonly note: string
  readonly severity: number
  readonly endM: number
}

const along = (track: Track, [lon, lat]: Position) => {
  const place = toLocal(track.circuit.frame, lon, lat)
  return nearestOnTrack(track, place.x, place.y)
}

/** Where a circuit has room to run off, by side and station. */
export function runOffsOf(track: Track): RunOff[] {
  return featuresOf(track.circuit, 'runoff').map((f) => {
    const { coordinates } = f.geometry
    return {
      side: f.properties.side,
      startM: along(track, coordinates[0]!).stationM,
      endM: along(track, coordinates[coordinates.length - 1]!).stationM,
      depthM: f.properties.depth,
      surface: f.properties.surface,
    }
  })
}

/** The run-off at a station on one side, or null where the file says nothing. */
export function runOffAt(track: Track, runOffs: readonly RunOff[], side: 'left' | 'right', stationM: number): RunOff | null {
  return runOffs.find((r) => r.side === side && stationsApart(track, r.startM, stationM) <= stationsApart(track, r.startM, r.endM)) ?? null
}

/** Where a circuit's hazards lie along the lap, in its order. */
export function hazardsOf(track: Track): PlacedHazard[] {
  return featuresOf(track.circuit, 'hazard')
    .map((f) => {
      const positions = f.geometry.type === 'Point' ? [f.geometry.coordinates] : f.geometry.coordinates
      const first = along(track, positions[0]!)
      const last = along(track, positions[positions.length - 1]!)
      return { ...first, endM: last.stationM, kind: f.properties.kind, note: f.properties.note ?? '', severity: f.properties.severity ?? 1 }
    })
    .sort((a, b) => a.stationM - b.stationM)
}

/** A kerb along one edge. */
export interface Kerb {
  readonly side: 'left' | 'right'
  readonly startM: number
  readonly endM: number
}

/** A kerb's start and end landmarks belong together when they are no further apart than this. */
const LONGEST_KERB_M = 150

/** The kerbs that a circuit's landmarks begin and end. */
export function kerbsOf(track: Track): Kerb[] {
  const ends = featuresOf(track.circuit, 'landmark').map((f) => ({ kind: f.properties.kind, ...along(track, f.geometry.coordinates) }))
  return ends
    .filter((l) => l.kind === 'kerb-start')
    .flatMap((start): Kerb[] => {
      const matches = (l: (typeof ends)[number]) =>
        l.kind === 'kerb-end' && l.offsetM > 0 === start.offsetM > 0 && stationsApart(track, start.stationM, l.stationM) < LONGEST_KERB_M
      const end = ends.find(matches)
      return end ? [{ side: start.offsetM > 0 ? 'left' : 'right', startM: start.stationM, endM: end.stationM }] : []
    })
}
