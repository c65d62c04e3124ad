import type { Circuit } from '../geometry/circuit'
import { cornersOf, type Corner } from '../geometry/corners'
import { toLocal } from '../geometry/localMetres'
import { nearestOnTrack } from '../geometry/nearest'
import { placeFeatures, runOffAt, type PlacedFeatures } from '../geometry/placedFeatures'
import { sampleTrack, stationsApart, wrapStation, type Track } from '../geometry/track'

/** Something odd or missing in a circuit that can still be used. */
export interface CircuitRemark {
  readonly what: string
  /** where to look: every place that it is about; none where it concerns the whole circuit */
  readonly stationsM: readonly number[]
  /** the feature it is about, by its place in the file; null where it is about the track */
  readonly feature: number | null
}

const TIGHTEST_M = 5
const WIDTH_JUMP_SHARE = 0.35
const WIDTH_JUMP_WITHIN_M = 10
const STEEPEST = 0.25
const FEATURE_WITHIN_M = 120
const SPARSE_M = 40
/** A bend shorter than this is no corner that anyone brakes or turns in for. */
const SHORTEST_CORNER_M = 20

const times = (n: number, what: string) => (n > 1 ? `${what} (${n} such places, this the first)` : what)

function shapeRemarks(track: Track): CircuitRemark[] {
  const remarks: CircuitRemark[] = []
  const first = (what: string, at: (i: number) => boolean) => {
    let count = 0
    let where = -1
    let inside = false
    for (let i = 0; i < track.count; i++) {
      const now = at(i)
      if (now && !inside) {
        count++
        if (where < 0) where = i
      }
      inside = now
    }
    if (count > 0) remarks.push({ what: times(count, what), stationsM: [track.stationM[where]!], feature: null })
  }
  first(`a bend tighter than ${TIGHTEST_M} m: a position out of place?`, (i) => Math.abs(track.curvaturePerM[i]!) > 1 / TIGHTEST_M)
  first('the inside edge folds over itself: narrower than the width given', (i) => {
    const half = track.curvaturePerM[i]! > 0 ? track.halfLeftM[i]! : track.halfRightM[i]!
    return Math.abs(track.curvaturePerM[i]!) * half >= 1
  })
  const apart = Math.max(1, Math.round(WIDTH_JUMP_WITHIN_M / track.stepM))
  first(`a width that changes by more than ${100 * WIDTH_JUMP_SHARE} % within ${WIDTH_JUMP_WITHIN_M} m`, (i) => {
    const j = track.closed ? (i + apart) % track.count : Math.min(track.count - 1, i + apart)
    const width = (k: number) => track.halfLeftM[k]! + track.halfRightM[k]!
    return Math.abs(width(j) / width(i) - 1) > WIDTH_JUMP_SHARE
  })
  first(`steeper than ${100 * STEEPEST} %: a height out of place?`, (i) => Math.abs(Math.tan(track.slopeRad[i]!)) > STEEPEST)
  return remarks
}

function spacingRemark({ circuit, centreline }: Track): CircuitRemark[] {
  const { stationsM } = centreline
  const gap = circuit.x.findIndex((_, i) => i + 1 < stationsM.length && stationsM[i + 1]! - stationsM[i]! > SPARSE_M)
  if (gap < 0) return []
  const metres = (stationsM[gap + 1]! - stationsM[gap]!).toFixed(0)
  return [
    { what: `${metres} m between two positions of the centreline: bends there are guessed`, stationsM: [stationsM[gap]!], feature: null },
  ]
}

function placeRemarks(track: Track): CircuitRemark[] {
  const { circuit } = track
  return circuit.features.flatMap((f, feature): CircuitRemark[] => {
    const { role } = f.properties
    if (f.geometry.type !== 'Point' || role === 'cone') return []
    const [lon, lat] = f.geometry.coordinates
    const place = toLocal(circuit.frame, lon, lat)
    const { stationM, offsetM } = nearestOnTrack(track, place.x, place.y)
    if (Math.abs(offsetM) <= FEATURE_WITHIN_M) return []
    return [{ what: `a ${role} ${Math.abs(offsetM).toFixed(0)} m from the track`, stationsM: [stationM], feature }]
  })
}

/** The outside of a corner is looked at so often, from its start to its end. */
const LOOK_EVERY_M = 5
/** Nearly all of it counts as all: corner ends are no sharp places. */
const WHOLE_SHARE = 0.9

/** The share of a corner's outside that has run-off. */
function outsideCover(track: Track, runOffs: PlacedFeatures['runOffs'], { direction, startM, endM }: Corner): number {
  const outside = direction === 'left' ? 'right' : 'left'
  const lengthM = stationsApart(track, startM, endM)
  const looks = Math.max(1, Math.ceil(lengthM / LOOK_EVERY_M))
  let covered = 0
  for (let k = 0; k <= looks; k++) {
    const s = wrapStation(track, startM + (k * lengthM) / looks)
    if (runOffAt(track, runOffs, outside, s)) covered++
  }
  return covered / (looks + 1)
}

function cornerRemarks(track: Track, { runOffs }: PlacedFeatures, corners: readonly Corner[]): CircuitRemark[] {
  const cover = corners.map((corner) => ({ corner, share: outsideCover(track, runOffs, corner) }))
  const without = cover.filter(({ share }) => share === 0).map(({ corner }) => corner)
  const partly = cover.filter(({ share }) => share > 0 && share < WHOLE_SHARE).map(({ corner }) => corner)
  const lengthOf = (c: Corner) => stationsApart(track, c.startM, c.endM)
  const short = corners.find((c) => lengthOf(c) < SHORTEST_CORNER_M)
  const long = corners.find((c) => track.closed && corners.length > 1 && lengthOf(c) > track.lengthM / 2)
  const twice = corners.find((c, i) => corners.findIndex((o) => o.number === c.number) < i)
  const over = corners.find((c, i) => {
    const next = corners[i + 1]
    return next !== undefined && stationsApart(track, c.startM, next.startM) < stationsApart(track, c.startM, c.endM)
  })
  return [
    ...(corners.length === 0 ? [{ what: 'no corner', stationsM: [], feature: null }] : []),
    ...(long
      ? [
          {
            what: `corner ${long.number} is ${lengthOf(long).toFixed(0)} m long, more than half the lap: does it end before it starts?`,
            stationsM: [long.startM],
            feature: null,
          },
        ]
      : []),
    ...(short
      ? [
          {
            what: `corner ${short.number} is only ${lengthOf(short).toFixed(0)} m long: a wobble of the recording?`,
            stationsM: [short.startM],
            feature: null,
          },
        ]
      : []),
    ...(twice ? [{ what: `two corners are number ${twice.number}`, stationsM: [twice.startM], feature: null }] : []),
    ...(over ? [{ what: `corner ${over.number} is not over before the next begins`, stationsM: [over.endM], feature: null }] : []),
    ...(without.length > 0
      ? [
          {
            what: `no run-off outside corner${without.length > 1 ? 's' : ''} ${without.map((c) => c.number).join(', ')}: room to be wrong cannot be told there`,
            stationsM: without.map((c) => c.startM),
            feature: null,
          },
        ]
      : []),
    ...(partly.length > 0
      ? [
          {
            what: `run-off covers only part of the outside of corner${partly.length > 1 ? 's' : ''} ${partly.map((c) => c.number).join(', ')}: room to be wrong cannot be told beyond it`,
            stationsM: partly.map((c) => c.startM),
            feature: null,
          },
        ]
      : []),
  ]
}

function missingRemarks({ circuit: { features } }: Track, { kerbs }: PlacedFeatures): CircuitRemark[] {
  const starts = features.filter(
    (f) => f.properties.role === 'landmark' && 'kind' in f.properties && f.properties.kind === 'kerb-start',
  ).length
  const has = (role: string) => features.some((f) => f.properties.role === role)
  return [
    ...(starts > kerbs.length ? [{ what: 'a kerb begins and has no end', stationsM: [], feature: null }] : []),
    ...(has('post') ? [] : [{ what: 'no marshal post', stationsM: [], feature: null }]),
    ...(has('landmark') ? [] : [{ what: 'no landmark to find marks by', stationsM: [], feature: null }]),
  ]
}

/** What is odd or missing in a circuit that can be read, worst first. */
export function circuitRemarks(circuit: Circuit): CircuitRemark[] {
  const track = sampleTrack(circuit)
  const placed = placeFeatures(track)
  return [
    ...shapeRemarks(track),
    ...spacingRemark(track),
    ...placeRemarks(track),
    ...cornerRemarks(track, placed, cornersOf(track)),
    ...missingRemarks(track, placed),
  ]
}
