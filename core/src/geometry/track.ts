import { centrelineAt, centrelineOf, type Centreline } from './centreline'
import type { Circuit } from './circuit'

/** A circuit sampled evenly by station along its centreline; every array has one entry for each sample. */
export interface Track {
  readonly circuit: Circuit
  readonly centreline: Centreline
  readonly closed: boolean
  readonly lengthM: number
  /** distance between samples, metres in plan */
  readonly stepM: number
  readonly count: number
  readonly stationM: Float64Array
  readonly x: Float64Array
  readonly y: Float64Array
  readonly z: Float64Array
  /** direction of driving, anticlockwise from east, continuous along the lap */
  readonly headingRad: Float64Array
  /** left positive */
  readonly curvaturePerM: Float64Array
  /** change of curvature by station, 1/m² */
  readonly curvatureSlopePerM2: Float64Array
  readonly slopeRad: Float64Array
  /** positive in a dip, negative over a crest */
  readonly verticalCurvaturePerM: Float64Array
  readonly crossfallRad: Float64Array
  readonly halfLeftM: Float64Array
  readonly halfRightM: Float64Array
  /** circuit's own factor on tyre friction at the centreline, without patches or rubber */
  readonly grip: Float64Array
}

export const DEFAULT_STEP_M = 2
/** A sample turns no more than this in one step, radians, where nothing else is asked for. */
const MOST_TURN_RAD = (6 * Math.PI) / 180
const LEAST_STEP_M = 0.05

/** Interpolates values given one for each position linearly by station. */
function joinByStation(values: Float64Array, stations: Float64Array, piece: number, stationM: number): number {
  const a = values[piece]!
  const b = values[(piece + 1) % values.length]!
  const t = (stationM - stations[piece]!) / (stations[piece + 1]! - stations[piece]!)
  return a + (b - a) * t
}

function sampleAt(circuit: Circuit, centreline: Centreline, stepAskedM: number): Track {
  const { closed, lengthM, stationsM } = centreline
  const intervals = Math.max(closed ? 8 : 4, Math.round(lengthM / stepAskedM))
  const stepM = lengthM / intervals
  const count = closed ? intervals : intervals + 1
  const column = () => new Float64Array(count)
  const track: Track = {
    circuit,
    centreline,
    closed,
    lengthM,
    stepM,
    count,
    stationM: column(),
    x: column(),
    y: column(),
    z: column(),
    headingRad: column(),
    curvaturePerM: column(),
    curvatureSlopePerM2: column(),
    slopeRad: column(),
    verticalCurvaturePerM: column(),
    crossfallRad: column(),
    halfLeftM: column(),
    halfRightM: column(),
    grip: column(),
  }
  let piece = 0
  for (let i = 0; i < count; i++) {
    const s = Math.min(i * stepM, lengthM)
    while (piece < stationsM.length - 2 && stationsM[piece + 1]! <= s) piece++
    const p = centrelineAt(centreline, s, piece)
    track.stationM[i] = s
    track.x[i] = p.x
    track.y[i] = p.y
    track.z[i] = p.z
    const before = i === 0 ? p.headingRad : track.headingRad[i - 1]!
    track.headingRad[i] = before + Math.atan2(Math.sin(p.headingRad - before), Math.cos(p.headingRad - before))
    track.curvaturePerM[i] = p.curvaturePerM
    track.curvatureSlopePerM2[i] = p.curvatureSlopePerM2
    track.slopeRad[i] = p.slopeRad
    track.verticalCurvaturePerM[i] = p.verticalCurvaturePerM
    track.crossfallRad[i] = joinByStation(circuit.crossfallRad, stationsM, piece, s)
    track.halfLeftM[i] = joinByStation(circuit.widthLeftM, stationsM, piece, s)
    track.halfRightM[i] = joinByStation(circuit.widthRightM, stationsM, piece, s)
    track.grip[i] = joinByStation(circuit.grip, stationsM, piece, s)
  }
  return track
}

/**
 * Samples a circuit evenly: N = round(length / step) samples; the last does not repeat the first (an open course has N + 1). The
 * step is halved while any sample turns too much.
 * @param stepM - wanted step, metres, > 0
 * @param mostTurnRad - the most that a sample may turn
 * @throws RangeError when `stepM` is not > 0
 */
export function sampleTrack(circuit: Circuit, stepM = DEFAULT_STEP_M, mostTurnRad = MOST_TURN_RAD): Track {
  if (!(stepM > 0)) throw new RangeError(`stepM must be > 0, got ${stepM}`)
  const centreline = centrelineOf(circuit)
  let step = stepM
  for (;;) {
    const track = sampleAt(circuit, centreline, step)
    const sharpest = track.curvaturePerM.reduce((most, k) => Math.max(most, Math.abs(k)), 0)
    if (sharpest * track.stepM <= mostTurnRad || step / 2 < LEAST_STEP_M) return track
    step /= 2
  }
}

/** A station brought into [0, length) on a closed circuit, or to the nearer end of an open one. */
export function wrapStation(track: Pick<Track, 'closed' | 'lengthM'>, stationM: number): number {
  const { closed, lengthM } = track
  if (!closed) return Math.min(lengthM, Math.max(0, stationM))
  // nearly every station is on this lap already, and a division takes longer than all the rest
  if (stationM >= 0 && stationM < lengthM) return stationM
  const wrapped = stationM % lengthM
  return wrapped < 0 ? wrapped + lengthM : wrapped
}

/** Distance driven from one station to another, metres, ≥ 0; over the start line on a closed circuit. */
export function stationsApart(track: Pick<Track, 'closed' | 'lengthM'>, fromM: number, toM: number): number {
  return track.closed ? wrapStation(track, toM - fromM) : Math.max(0, toM - fromM)
}

/** Distance between two stations the short way round, metres; positive where `to` is further along the lap. */
export function signedApart(track: Pick<Track, 'closed' | 'lengthM'>, from: number, to: number): number {
  if (!track.closed) return to - from
  const on = stationsApart(track, from, to)
  return on <= track.lengthM / 2 ? on : on - track.lengthM
}

/** Index of the sample nearest to a station. */
export function sampleAtStation(track: Track, stationM: number): number {
  const index = Math.round(wrapStation(track, stationM) / track.stepM)
  return track.closed ? index % track.count : Math.min(index, track.count - 1)
}

/** The samples no farther than a distance from a station, in the order of the lap. */
export function samplesAround(track: Track, stationM: number, withinM: number): number[] {
  const at = sampleAtStation(track, stationM)
  const reach = Math.min(Math.floor(withinM / track.stepM), Math.floor((track.count - 1) / 2))
  return Array.from({ length: 2 * reach + 1 }, (_, k) => at - reach + k)
    .filter((i) => track.closed || (i >= 0 && i < track.count))
    .map((i) => (i + track.count) % track.count)
}

/** Samples i and i+1 around a station, and how far between them the station lies, 0…1. */
export function bracket(track: Track, stationM: number): { i: number; j: number; t: number } {
  const at = wrapStation(track, stationM) / track.stepM
  const floor = Math.min(Math.floor(at), track.closed ? track.count - 1 : track.count - 2)
  return { i: floor, j: (floor + 1) % track.count, t: at - floor }
}

/** A sampled value at any station, interpolated linearly. */
export function valueAt(track: Track, values: Float64Array, stationM: number): number {
  const { i, j, t } = bracket(track, stationM)
  return values[i]! + (values[j]! - values[i]!) * t
}

/** The place `offsetM` to the left of the centreline at a station, local metres. */
export function placeAt(track: Track, stationM: number, offsetM: number): { x: number; y: number } {
  const { i, j, t } = bracket(track, stationM)
  // the first sample's heading is one turn behind the last's on a closed circuit
  const turn = Math.atan2(Math.sin(track.headingRad[j]! - track.headingRad[i]!), Math.cos(track.headingRad[j]! - track.headingRad[i]!))
  const heading = track.headingRad[i]! + turn * t
  // between samples the centreline is a short arc, not its chord
  const sag = (track.curvaturePerM[i]! * t * (t - 1) * track.stepM * track.stepM) / 2
  const x = track.x[i]! + (track.x[j]! - track.x[i]!) * t
  const y = track.y[i]! + (track.y[j]! - track.y[i]!) * t
  return { x: x - Math.sin(heading) * (offsetM + sag), y: y + Math.cos(heading) * (offsetM + sag) }
}
