import type { CircuitFeature } from '@ochote/contracts'
import { featuresOf, type Circuit } from './circuit'
import { toLocal } from './localMetres'
import { nearestOnTrack } from './nearest'
import { sampleTrack, stationsApart, wrapStation, type Track } from './track'

/** A corner as a stretch of the centreline. On a closed circuit it may cross the start line; then `endM` is less than `startM`. */
export interface Corner {
  /** its number as people say it: "1", "5A" */
  readonly number: string
  readonly name: string
  readonly direction: 'left' | 'right'
  readonly startM: number
  readonly endM: number
}

type Stretch = { startM: number; endM: number; direction: 'left' | 'right' }

const AVERAGED_OVER_M = 10
const GENTLEST_PER_M = 1 / 250
const SHORTEST_M = 15
/** A corner's point may lie this far from the stretch that it names. */
const NAMED_WITHIN_M = 60
/** Half length of a named corner that is too gentle to be detected. */
const GENTLE_HALF_M = 15

/** +1 turns left, −1 right, 0 straight: curvature averaged over 10 m against 1/250 m. */
function turning(track: Track): Int8Array {
  const half = Math.max(1, Math.round(AVERAGED_OVER_M / 2 / track.stepM))
  const signs = new Int8Array(track.count)
  for (let i = 0; i < track.count; i++) {
    let sum = 0
    let taken = 0
    for (let k = -half; k <= half; k++) {
      const at = track.closed ? (i + k + track.count) % track.count : i + k
      const curvature = track.curvaturePerM[at]
      if (curvature === undefined) continue
      sum += curvature
      taken++
    }
    const mean = sum / taken
    signs[i] = Math.abs(mean) > GENTLEST_PER_M ? Math.sign(mean) : 0
  }
  return signs
}

/** Stretches that turn one way for at least 15 m, in the order of the lap. */
function findStretches(track: Track): Stretch[] {
  const signs = turning(track)
  const n = track.count
  // start at a change, so that a corner over the start line is one stretch
  const origin = track.closed
    ? Math.max(
        0,
        signs.findIndex((sign, i) => sign !== signs[(i - 1 + n) % n]),
      )
    : 0
  const stretches: Stretch[] = []
  let from = 0
  for (let k = 1; k <= n; k++) {
    const sign = signs[(origin + from) % n]!
    if (k < n && signs[(origin + k) % n] === sign) continue
    const lengthM = (k - from) * track.stepM
    if (sign !== 0 && lengthM >= SHORTEST_M) {
      stretches.push({
        startM: track.stationM[(origin + from) % n]!,
        // a circuit that is one corner all the way round ends one sample before it starts
        endM: wrapStation(track, track.stationM[(origin + from) % n]! + Math.min(lengthM, track.lengthM - track.stepM)),
        direction: sign > 0 ? 'left' : 'right',
      })
    }
    from = k
  }
  return stretches
}

const middleOf = (track: Track, s: Stretch) => wrapStation(track, s.startM + stationsApart(track, s.startM, s.endM) / 2)

/** Distance from a station to a stretch along the lap, 0 inside it. */
function distanceTo(track: Track, stretch: Stretch, stationM: number): number {
  const inside = stationsApart(track, stretch.startM, stationM) <= stationsApart(track, stretch.startM, stretch.endM)
  if (inside) return 0
  if (!track.closed) return Math.min(Math.abs(stretch.startM - stationM), Math.abs(stationM - stretch.endM))
  return Math.min(stationsApart(track, stationM, stretch.startM), stationsApart(track, stretch.endM, stationM))
}

type Named = { feature: CircuitFeature<'corner'>; stationM: number; stretch: Stretch }

function nameStretch(track: Track, stretches: Stretch[], feature: CircuitFeature<'corner'>): Named {
  const { frame } = track.circuit
  const [lon, lat] = feature.geometry.coordinates
  const place = toLocal(frame, lon, lat)
  const { stationM } = nearestOnTrack(track, place.x, place.y)
  const { start, end, direction } = feature.properties
  const candidates = stretches.filter((s) => direction === undefined || s.direction === direction)
  const nearest = candidates.reduce<Stretch | null>(
    (best, s) => (best === null || distanceTo(track, s, stationM) < distanceTo(track, best, stationM) ? s : best),
    null,
  )
  const found = nearest && distanceTo(track, nearest, stationM) <= NAMED_WITHIN_M ? nearest : null
  const curvature = track.curvaturePerM[Math.round(stationM / track.stepM) % track.count] ?? 0
  return {
    feature,
    stationM,
    stretch: {
      startM: wrapStation(track, start ?? found?.startM ?? stationM - GENTLE_HALF_M),
      endM: wrapStation(track, end ?? found?.endM ?? stationM + GENTLE_HALF_M),
      direction: direction ?? found?.direction ?? (curvature < 0 ? 'right' : 'left'),
    },
  }
}

/** Two named corners on one detected stretch share it: each ends halfway to the next. */
function splitShared(track: Track, named: Named[]): Named[] {
  return named.map((one, i) => {
    const before = named[(i - 1 + named.length) % named.length]!
    const after = named[(i + 1) % named.length]!
    const shares = (other: Named) => other !== one && other.stretch.startM === one.stretch.startM && other.stretch.endM === one.stretch.endM
    const halfway = (a: Named, b: Named) => wrapStation(track, a.stationM + stationsApart(track, a.stationM, b.stationM) / 2)
    return {
      ...one,
      stretch: {
        ...one.stretch,
        startM:
          shares(before) && stationsApart(track, before.stationM, one.stationM) < track.lengthM / 2
            ? halfway(before, one)
            : one.stretch.startM,
        endM:
          shares(after) && stationsApart(track, one.stationM, after.stationM) < track.lengthM / 2 ? halfway(one, after) : one.stretch.endM,
      },
    }
  })
}

/** Corners are always detected at this step, even if the track is driven at another, because their ends decide a line's bounds. */
const FOUND_AT_M = 0.5
const found = new WeakMap<Circuit, readonly Corner[]>()

/**
 * The corners of a circuit in the order of the lap. The corners listed in the circuit file override detection. Without them,
 * corners are detected from curvature (|κ| averaged over 10 m above 1/250 m for at least 15 m) and numbered from 1.
 */
export function cornersOf({ circuit }: Pick<Track, 'circuit'>): readonly Corner[] {
  const known = found.get(circuit)
  if (known) return known
  const corners = findCorners(sampleTrack(circuit, FOUND_AT_M))
  found.set(circuit, corners)
  return corners
}

function findCorners(track: Track): Corner[] {
  const stretches = findStretches(track)
  const features = featuresOf(track.circuit, 'corner')
  if (features.length === 0) {
    const ordered = [...stretches].sort((a, b) => middleOf(track, a) - middleOf(track, b))
    return ordered.map((stretch, i) => ({ ...stretch, number: String(i + 1), name: '' }))
  }
  const named = features.map((f) => nameStretch(track, stretches, f)).sort((a, b) => a.stationM - b.stationM)
  return splitShared(track, named).map(({ feature, stretch }) => ({
    ...stretch,
    number: feature.properties.number,
    name: feature.properties.name ?? '',
  }))
}

/** +1 for a left-hand corner, −1 for a right-hand one: the sign of its curvature. */
export const turnSign = (corner: Pick<Corner, 'direction'>): 1 | -1 => (corner.direction === 'left' ? 1 : -1)

/** Whether a station lies within a corner. */
export function isWithin(track: Track, corner: Pick<Corner, 'startM' | 'endM'>, stationM: number): boolean {
  return stationsApart(track, corner.startM, stationM) <= stationsApart(track, corner.startM, corner.endM)
}
