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
