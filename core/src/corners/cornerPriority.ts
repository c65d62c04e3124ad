import type { PriorityKind, CornerPriority, Setup, Vehicle } from '@ochote/contracts'
import { sampleAtStation, stationsApart, valueAt, wrapStation } from '../geometry/track'
import { speedAlong, type SpeedTrace } from '../speed/speedAlong'
import type { Forces } from '../vehicle/forces'
import type { Road } from '../vehicle/road'
import type { AfterCorner } from './afterCorner'
import type { CornerPoint, CornerPoints, DrivenLine } from './cornerPoints'

/** A usual miss: the error of a student who is not yet steady. */
const USUAL_MISS = { brakingM: 5, speedKmh: 3 }
const EARLIER_M = 5
const SLOWER_KMH = 1
const MPS_PER_KMH = 1 / 3.6
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
  const slower = SLOWER_KMH * MPS_PER_KMH
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

function priorityKindOf(points: CornerPoints, after: AfterCorner, { exitSPerKmh, entrySPerM, minSpeedSPerKmh }: Numbers): PriorityKind {
  const { brakeStart, lift, minSpeed } = points
  const entry = brakeStart ?? lift
  if (!entry || !minSpeed) return 'flat'
  if (after.nextBeginsFirst) return 'set-up'
  const stakes = { exit: exitSPerKmh * USUAL_MISS.speedKmh, entry: entrySPerM * USUAL_MISS.brakingM }
  const fast = minSpeed.speedMps >= FAST_SHARE * entry.speedMps
  if (fast && minSpeedSPerKmh * USUAL_MISS.speedKmh >= Math.max(stakes.exit, stakes.entry)) return 'carry'
  return stakes.exit >= stakes.entry ? 'exit' : 'entry'
}

const seconds = (s: number) => `${s.toFixed(3)} s`

function reasonOf(kind: PriorityKind, after: AfterCorner, { exitSPerKmh, entrySPerM, minSpeedSPerKmh }: Numbers): string {
  switch (kind) {
    case 'exit':
      return `${seconds(exitSPerKmh)} lost over the ${after.flatOutM.toFixed(0)} m after it for each km/h less at full throttle`
    case 'entry':
      return `${seconds(entrySPerM)} lost for each metre of braking earlier, more than its exit gives`
    case 'set-up':
      return 'the next corner begins before full throttle: given away so that the next one works'
    case 'carry':
      return `${seconds(minSpeedSPerKmh)} lost for each km/h less at its slowest, and little slowing before it`
    case 'flat':
      return 'taken without lifting'
  }
}

/**
 * What every corner is for (docs/model.md, What a corner is for): the solution driven again with one thing a little worse at a time, each a
 * full re-run.
 */
export function cornerPriorities(all: Driven, points: readonly CornerPoints[], after: readonly AfterCorner[]): CornerPriority[] {
  const found = points.map((own, c) => {
    const numbers = numbersOf(all, own, nextBrakeOf(points, c, all.driven.track.closed))
    const kind = priorityKindOf(own, after[c]!, numbers)
    const carried = Math.max(numbers.exitSPerKmh, numbers.minSpeedSPerKmh) * USUAL_MISS.speedKmh
    const atStakeS = kind === 'flat' ? 0 : numbers.entrySPerM * USUAL_MISS.brakingM + carried
    return { ...numbers, kind, atStakeS, why: reasonOf(kind, after[c]!, numbers) }
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
