import type { PriorityKind, CornerPriority, Setup, Vehicle } from '@ochote/contracts'
import { sampleAtStation, stationsApart, valueAt, wrapStation } from '../geometry/track'
import { unitSets } from '../geometry/units'
import { speedAlong, type SpeedTrace } from '../speed/speedAlong'
import type { Forces } from '../vehicle/forces'
import type { Road } from '../vehicle/road'
import type { AfterCorner } from './afterCorner'
import { isFlat, type CornerPoint, type CornerPoints, type DrivenLine } from './cornerPoints'

/** A usual miss: the error of a student who is not yet steady. */
const USUAL_MISS = { brakingM: 5, speedKmh: 3 }
const EARLIER_M = 5
const SLOWER_KMH = 1
/** A corner whose slowest speed is at least this share of the approach speed is fast. */
const FAST_SHARE = 0.8

/** What perturbing a solution needs: the line driven, and everything it was driven with. */
export interface Driven {
  readonly driven: DrivenLine
  readonly road: Road
  readonly vehicle: Vehicle
  readonly setup: Pick<Setup, 'pace' | 'brakingSchool' | 'conditions'>
  /** of that road, vehicle and set-up */
  readonly forces: Forces
}

/** The speeds when one place may not be passed faster than this. */
export function cappedAt({ driven, road, vehicle, setup, forces }: Driven, sample: number, speedMps: number): SpeedTrace {
  const capQ = new Float64Array(driven.track.count).fill(Infinity)
  capQ[sample] = Math.max(0.25, speedMps * Math.abs(speedMps))
  return speedAlong(road, vehicle, setup, { capQ, forces })
}

/** The speeds when a braking zone begins earlier: the same slowing, that much earlier, then steady to the slowest place. */
export function brakingEarlier(
  { driven, road, vehicle, setup, forces }: Driven,
  from: CornerPoint,
  to: CornerPoint,
  metres: number,
): SpeedTrace {
  const { track, trace } = driven
  const q = trace.speedMps.map((v) => v * v)
  const capQ = new Float64Array(track.count).fill(Infinity)
  const zoneM = stationsApart(track, from.stationM, to.stationM) + metres
  const start = sampleAtStation(track, from.stationM - metres)
  for (let k = 0; k * track.stepM <= zoneM; k++) {
    const i = (start + k) % track.count
    const later = Math.min(k * track.stepM + metres, zoneM)
    capQ[i] = valueAt(track, q, wrapStation(track, from.stationM - metres + later))
  }
  return speedAlong(road, vehicle, setup, { capQ, forces })
}

/** Time driven from one station on to another. */
function timeBetween(driven: DrivenLine, trace: SpeedTrace, fromM: number, toM: number): number {
  const at = (stationM: number) => {
    const i = sampleAtStation(driven.track, stationM)
    return trace.timeS[i]!
  }
  const time = at(toM) - at(fromM)
  return time < 0 ? time + trace.lapTimeS : time
}

interface Numbers {
  exitSPerKmh: number
  entrySPerM: number
  minSpeedSPerKmh: number
}

function numbersOf(all: Driven, points: CornerPoints, nextBrake: CornerPoint | null): Numbers {
  const { driven } = all
  const { brakeStart, lift, minSpeed, fullThrottle } = points
  const base = driven.trace.lapTimeS
  const slower = SLOWER_KMH * unitSets.metric.speedMps
  const entry = brakeStart ?? lift
  const exitLoss = () => {
    if (!fullThrottle) return 0
    const trace = cappedAt(all, sampleAtStation(driven.track, fullThrottle.stationM), fullThrottle.speedMps - slower)
    // no more braking: round to itself again, or to the end of an open course
    const toM = nextBrake?.stationM ?? (driven.track.closed ? fullThrottle.stationM - driven.track.stepM : driven.track.lengthM)
    return timeBetween(driven, trace, fullThrottle.stationM, toM) - timeBetween(driven, driven.trace, fullThrottle.stationM, toM)
  }
  return {
    exitSPerKmh: Math.max(0, exitLoss() / SLOWER_KMH),
    entrySPerM: entry && minSpeed ? Math.max(0, (brakingEarlier(all, entry, minSpeed, EARLIER_M).lapTimeS - base) / EARLIER_M) : 0,
    minSpeedSPerKmh: minSpeed
      ? Math.max(
          0,
          (cappedAt(all, sampleAtStation(driven.track, minSpeed.stationM), minSpeed.speedMps - slower).lapTimeS - base) / SLOWER_KMH,
        )
      : 0,
  }
}

/** A corner followed by more than this under power is for its exit or the speed carried. */
const LONG_POWER_S = 3
/** A corner that prepares the next one has that one's brakes or lift within this after its exit. */
const SETS_UP_WITHIN_S = 1.5

/** What 1 km/h more at the exit gains, and what it costs at a next corner that begins at once. */
export interface SetUp {
  readonly gapS: number
  readonly gainS: number
  readonly costS: number
}

/**
 * A corner and the next one, where that one's brakes or lift come soon. Arriving 1 km/h faster, the driver brakes v·Δv/a earlier, and that
 * many metres of earlier braking cost what they cost there.
 */
function setUpOf(driven: DrivenLine, own: CornerPoints, numbers: Numbers, next: CornerPoints, nextNumbers: Numbers): SetUp | null {
  const entry = next.brakeStart ?? next.lift
  if (!own.exit || !entry || !next.minSpeed) return null
  const gapS = timeBetween(driven, driven.trace, own.exit.stationM, entry.stationM)
  const slowingM = stationsApart(driven.track, entry.stationM, next.minSpeed.stationM)
  const slowing = (entry.speedMps ** 2 - next.minSpeed.speedMps ** 2) / (2 * Math.max(1, slowingM))
  if (gapS > SETS_UP_WITHIN_S || !(slowing > 0)) return null
  const earlierM = (entry.speedMps * SLOWER_KMH * unitSets.metric.speedMps) / slowing
  return { gapS, gainS: numbers.exitSPerKmh * SLOWER_KMH, costS: nextNumbers.entrySPerM * earlierM }
}

/** For every corner, in the order of the lap, what its exit speed means for the next one; null where that one does not begin at once. */
export function setUpsOf(driven: DrivenLine, points: readonly CornerPoints[], numbers: readonly Numbers[]): (SetUp | null)[] {
  return points.map((own, c) => {
    const n = (c + 1) % points.length
    const isFollowed = points.length > 1 && (driven.track.closed || c + 1 < points.length)
    return isFollowed ? setUpOf(driven, own, numbers[c]!, points[n]!, numbers[n]!) : null
  })
}

function priorityKindOf(all: Driven, points: CornerPoints, after: AfterCorner, numbers: Numbers, setUp: SetUp | null): PriorityKind {
  const { brakeStart, lift, minSpeed, turnIn, exit } = points
  const { exitSPerKmh, entrySPerM, minSpeedSPerKmh } = numbers
  const entry = brakeStart ?? lift
  if (!minSpeed || (!entry && turnIn && exit && isFlat(all.driven, turnIn.stationM, exit.stationM))) return 'flat'
  const leadsOn = after.poweredS > LONG_POWER_S
  if (!leadsOn && setUp && setUp.costS > setUp.gainS) return 'set-up'
  if (!entry && !leadsOn) return 'held'
  const stakes = { exit: exitSPerKmh * USUAL_MISS.speedKmh, entry: leadsOn ? 0 : entrySPerM * USUAL_MISS.brakingM }
  const fast = !entry || minSpeed.speedMps >= FAST_SHARE * entry.speedMps
  if (fast && minSpeedSPerKmh * USUAL_MISS.speedKmh >= Math.max(stakes.exit, stakes.entry)) return 'carry'
  return stakes.exit >= stakes.entry ? 'exit' : 'entry'
}

/**
 * What every corner is for (docs/model.md, What a corner is for): the solution driven again with one thing a little worse at a time, each a
 * full re-run.
 */
export function cornerPriorities(all: Driven, points: readonly CornerPoints[], after: readonly AfterCorner[]): CornerPriority[] {
  const numbers = points.map((own, c) => numbersOf(all, own, nextBrakeOf(points, c, all.driven.track.closed)))
  const setUps = setUpsOf(all.driven, points, numbers)
  const found = points.map((own, c) => {
    const kind = priorityKindOf(all, own, after[c]!, numbers[c]!, setUps[c]!)
    const { exitSPerKmh, entrySPerM, minSpeedSPerKmh } = numbers[c]!
    const carried = Math.max(exitSPerKmh, minSpeedSPerKmh) * USUAL_MISS.speedKmh
    const atStakeS = kind === 'flat' ? 0 : entrySPerM * USUAL_MISS.brakingM + carried
    return { ...numbers[c]!, kind, atStakeS }
  })
  const order = found.map((_, c) => c).sort((a, b) => found[b]!.atStakeS - found[a]!.atStakeS || a - b)
  return found.map((own, c) => ({ ...own, rank: order.indexOf(c) + 1 }))
}

/** The next place where the brakes go on or the throttle is lifted; a lap with one such corner comes round to its own. */
function nextBrakeOf(points: readonly CornerPoints[], c: number, closed: boolean): CornerPoint | null {
  for (let k = 1; k <= points.length && (closed || c + k < points.length); k++) {
    const { brakeStart, lift } = points[(c + k) % points.length]!
    if (brakeStart ?? lift) return brakeStart ?? lift
  }
  return null
}
