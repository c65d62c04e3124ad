import type { Units } from '@ochote/contracts'
import { lookTo } from '../calls/eyes'
import { foundBy, foundByPhrase } from '../cones/foundBy'
import type { MarkedPlan } from '../plan/markPlan'
import { sampleAtStation, wrapStation } from '../geometry/track'
import { wholeLength } from '../geometry/units'
import { sampleAtTime } from '../speed/atTime'
import type { PlanSolution } from '../plan/solvePlan'
import { cornerSteps } from './cornerSteps'

/** The pace at which the lap is talked through. */
export const talkPaces = ['walking', 'sighting', 'session'] as const
export type TalkPace = (typeof talkPaces)[number]

/** Marks so near before a hazard come after it, m. */
const HAZARD_FIRST_M = 60
const WALKING_MPS = 1.4
/** A sighting lap is driven at this share of the planned speed, and never faster than this. */
const SIGHTING_SHARE = 0.5
const SIGHTING_MOST_MPS = 60 / 3.6

/** One step of the talk-through. */
export interface TalkStep {
  readonly id: string
  readonly stationM: number
  /** the corner it belongs to; empty between corners */
  readonly cornerNumber: string
  readonly what: string
  readonly where: string
  readonly why: string
}

/** Why each action is done there, in a student's words. */
const WHY: readonly (readonly [RegExp, string])[] = [
  [/^Lift/, 'so that the front has the grip to turn'],
  [/^Brake/, 'so that it is slow enough before it has to turn'],
  [/^Down/, 'so that the gear is there when you want power'],
  [/^Turn/, 'later than it looks: it opens the exit'],
  [/^Clip/, 'close to the inside makes the widest way through'],
  [/^Hold/, 'the line does not go to the edge here'],
  [/^Squeeze/, 'power only as the wheel opens'],
  [/^Let it/, 'use the road: less turning, more speed'],
]
const whyOf = (action: string) => WHY.find(([start]) => start.test(action))?.[1] ?? ''

/**
 * The steps of a talk-through in the order of the lap: what to do, where, and why. Hazards are steps too.
 * @param purposeOf - what a corner is for, in words; said first
 * @param units - what lengths are said in
 */
export function talkThrough({ solution, cones }: MarkedPlan, purposeOf: (cornerNumber: string) => string, units: Units): TalkStep[] {
  const marks = solution.corners.flatMap((corner): TalkStep[] => {
    const steps = cornerSteps(corner, cones, units)
    const name = corner.name ? `Corner ${corner.number} ${corner.name}` : `Corner ${corner.number}`
    const from = steps[0]?.stationM ?? corner.startM
    const look = lookTo(solution, from)
    const to = lookWords(solution, from, look.aheadM, units)
    const eyes = look.hiddenBy ? `${to}; ${look.hiddenBy} hides it, so know it` : to
    return [
      {
        id: `${corner.number}-name`,
        stationM: from,
        cornerNumber: corner.number,
        what: `${name}, ${corner.direction}`,
        where: eyes,
        why: purposeOf(corner.number),
      },
      ...steps.map((step, k) => ({
        id: `${corner.number}-${k}`,
        stationM: step.stationM,
        cornerNumber: corner.number,
        what: step.action,
        where: step.place,
        why: whyOf(step.action),
      })),
    ]
  })
  const hazards = solution.features.hazards.map((h, k): TalkStep => ({
    id: `hazard-${k}`,
    stationM: h.stationM,
    cornerNumber: '',
    what: `Watch for: ${h.kind.replaceAll('-', ' ')}`,
    where: Math.abs(h.offsetM) > 0.5 ? `on the ${h.offsetM > 0 ? 'left' : 'right'}` : 'on the road',
    why: h.note,
  }))
  // a hazard is said before what is done near it
  const saidAtM = (step: TalkStep) => (step.cornerNumber === '' ? step.stationM - HAZARD_FIRST_M : step.stationM)
  return [...marks, ...hazards].sort((a, b) => saidAtM(a) - saidAtM(b))
}

/** Where to look: a place that can be found, or how far on where nothing stands near it. */
function lookWords({ track, features }: PlanSolution, fromM: number, aheadM: number, units: Units): string {
  const atM = wrapStation(track, fromM + aheadM)
  const found = foundBy(track, features.landmarks, atM)
  if (found.relation === 'fromStart') return `Look ${wholeLength(aheadM, units)} on`
  return `Look ahead to ${foundByPhrase(track, features.landmarks, atM, units).replace(/^at /, '')}`
}

/** Seconds from the line at which each station is reached at a pace, one a sample of the plan's track. */
export function talkTimes({ track, trace }: PlanSolution, pace: TalkPace): Float64Array {
  if (pace === 'session') return trace.timeS
  const times = new Float64Array(track.count)
  for (let i = 1; i < track.count; i++) {
    const mps = pace === 'walking' ? WALKING_MPS : Math.min(SIGHTING_MOST_MPS, SIGHTING_SHARE * trace.speedMps[i - 1]!)
    times[i] = times[i - 1]! + track.stepM / Math.max(0.5, mps)
  }
  return times
}

/** The station reached after so many seconds, metres along the lap. */
export function talkStationAt({ track }: PlanSolution, times: Float64Array, seconds: number): number {
  return track.stationM[sampleAtTime(times, seconds)]!
}

/** When a station is reached at a pace, seconds from the line. */
export const talkTimeOf = ({ track }: PlanSolution, times: Float64Array, stationM: number): number =>
  times[sampleAtStation(track, stationM)]!
