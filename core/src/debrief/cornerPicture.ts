import { stationsApart, wrapStation, type Track } from '../geometry/track'
import type { PlanSolution } from '../plan/solvePlan'
import { placesOn } from '../review/passes'
import type { Finding } from '../review/findings'
import type { LapTrace } from '../review/traces'

/** A curve as shares of its strip: x from the left, y from the bottom. */
export type PictureCurve = readonly (readonly [number, number])[]

/** One strip of the picture, over the metres of the corner. */
export interface PictureStrip {
  readonly what: 'speed' | 'brake' | 'throttle' | 'across'
  /** in m/s, shares or metres to the left of the centreline: its bottom and its top */
  readonly from: number
  readonly to: number
  readonly driven: PictureCurve
  readonly planned: PictureCurve
}

/** A planned place in the picture. */
export interface PictureMark {
  readonly what: 'brake' | 'turn in' | 'apex' | 'exit'
  readonly x: number
}

/** How one lap went through one corner, beside the plan: what there is to see of a fault. */
export interface CornerPicture {
  readonly lap: number
  readonly corner: string
  readonly lengthM: number
  readonly strips: readonly PictureStrip[]
  readonly marks: readonly PictureMark[]
  /** where the fault shows; null where that is outside */
  readonly faultX: number | null
}

/** Faults that show in where the car was, and not in the pedals. */
const ofPlace: readonly string[] = ['te', 'tl', 'ae', 'am', 'xp', 'xn', 'xw', 'of', 'dg', 'tr', 'ak', 'tn', 'sl']
const ofThrottle: readonly string[] = ['pe', 'pl', 'pa', 'co', 'ly', 'ge', 'gl']

/**
 * The picture of a finding: speed, and what of brake, throttle and place on the road shows it best.
 * @param planned - the plan's trace; `lap` - that of the finding's lap
 * @returns null where the corner is not on the plan
 */
export function cornerPicture(plan: PlanSolution, planned: LapTrace, lap: LapTrace, finding: Finding): CornerPicture | null {
  const { track } = plan
  const places = placesOn(plan, 0).find((one) => one.corner.number === finding.corner)
  if (!places) return null
  const { fromM } = places
  const lengthM = Math.min(track.lengthM, Math.max(places.exitM + AFTER_M, places.apexM + AFTER_M) - fromM)
  const xOf = (m: number) => (m - fromM) / lengthM
  const strip = (what: PictureStrip['what'], of: (trace: LapTrace) => Float64Array | null, least: number): PictureStrip | null => {
    const [driven, wanted] = [of(lap), of(planned)]
    if (!driven || !wanted) return null
    return stripOf(track, { what, fromM, lengthM, least }, driven, wanted)
  }
  const pedal = ofThrottle.includes(finding.fault)
    ? strip('throttle', ({ throttle }) => throttle, 0)
    : strip('brake', ({ brake }) => brake, 0)
  const across = strip('across', ({ offsetM }) => offsetM, ACROSS_LEAST_M)
  const speed = strip('speed', ({ speedMps }) => speedMps, SPEED_LEAST_MPS)!
  const second = (ofPlace.includes(finding.fault) ? null : pedal) ?? across
  const marks = (
    [
      ['brake', places.slowingM],
      ['turn in', places.turnInM],
      ['apex', places.apexM],
      ['exit', places.exitM],
    ] as const
  ).flatMap(([what, m]) => (m === null ? [] : [{ what, x: xOf(m) }]))
  const faultX = stationsApart(track, wrapStation(track, fromM), finding.stationM) / lengthM
  return {
    ...{ lap: finding.lap, corner: finding.corner, lengthM, marks },
    strips: second ? [speed, second] : [speed],
    faultX: faultX <= 1 ? faultX : null,
  }
}

const AFTER_M = 40
/** A strip shows at least so much from bottom to top, so that a small difference does not look large. */
const SPEED_LEAST_MPS = 12
const ACROSS_LEAST_M = 6

interface Window {
  readonly what: PictureStrip['what']
  readonly fromM: number
  readonly lengthM: number
  readonly least: number
}

function stripOf(track: Track, { what, fromM, lengthM, least }: Window, driven: Float64Array, planned: Float64Array): PictureStrip {
  const count = Math.floor(lengthM / track.stepM)
  const first = Math.round(wrapStation(track, fromM) / track.stepM)
  const samples = Array.from({ length: count + 1 }, (_, k) => (first + k) % track.count)
  const all = samples.flatMap((i) => [driven[i]!, planned[i]!]).filter((value) => !Number.isNaN(value))
  const isShare = what === 'brake' || what === 'throttle'
  const middle = (Math.min(...all) + Math.max(...all)) / 2
  const half = Math.max(least, Math.max(...all) - Math.min(...all)) / 2
  const [from, to] = isShare ? [0, 1] : [middle - half * ROOM, middle + half * ROOM]
  const curve = (values: Float64Array) =>
    samples.flatMap((i, k) => (Number.isNaN(values[i]!) ? [] : [[k / count, (values[i]! - from) / (to - from)] as const]))
  return { what, from, to, driven: curve(driven), planned: curve(planned) }
}

const ROOM = 1.1
