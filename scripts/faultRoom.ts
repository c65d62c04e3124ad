import { stationsApart, type PlanSolution } from '@ochote/core'
import type { DrivenFault } from '@ochote/core/simulator'
import { drivetrainOf } from '../core/src/vehicle/drivetrain'

type Code = DrivenFault['code']

/** Smallest and largest size of each fault that is put in. */
export const sizes: Readonly<Record<Code, readonly [number, number]>> = {
  ...{
    ly: [30, 45],
    be: [15, 25],
    bl: [10, 15],
    bs: [1.4, 1.8],
    lk: [0.4, 0.9],
    bh: [9, 14],
    bd: [2, 2],
    dg: [4, 5],
    bo: [28, 40],
    br: [1, 1],
  },
  ...{ te: [10, 14], tl: [8, 12], tn: [3, 3], ae: [14, 18], am: [2, 3], ak: [1, 1.6], co: [0.9, 1.3] },
  ...{ pe: [1, 1], pl: [25, 40], pa: [1, 1], xp: [3, 4], xn: [2.5, 3.5], xw: [1.9, 2.6], sl: [0.6, 1], of: [1.5, 2.2], tr: [1, 1.6] },
  ...{ gw: [1, 1], ge: [1900, 2100], gl: [0.7, 1.2], gd: [48, 60] },
}

type Place = { readonly stationM: number; readonly timeS: number } | null
const apartM = ({ track }: PlanSolution, from: Place, to: Place) => (from && to ? stationsApart(track, from.stationM, to.stationM) : 0)
const apartS = ({ trace }: PlanSolution, from: Place, to: Place) =>
  from && to ? (to.timeS - from.timeS + trace.lapTimeS) % trace.lapTimeS : 0

/** No car crosses four metres of road in a shorter braking. */
const ACROSS_WITHIN_M = 60
/** Where the plan rests its feet this long, a driver who does so too does nothing else, s. */
const FEET_REST_S = 0.5
/** Where the plan opens the throttle in less than this, opening it at once is the plan, s. */
const OPENED_S = 0.5
/** Three turns of the wheel take this long, s. */
const IN_STEPS_S = 1.2
/** A push that is lighter than this share of the hardest, or shorter, has no shape; a release that takes less is a snap, s. */
const SHAPED = { share: 0.6, s: 1.2, fallS: 0.7 }
/** A driver reaches the shift point this much after the plan, s. */
const REACHED_S = 0.8
/** An apex that much earlier needs a way in that long, m. */
const WAY_IN_M = 35

/** Whether a fault can show at a corner. Only the plan decides that, never what is found. */
export function hasRoomFor(code: Code, plan: PlanSolution, at: number): boolean {
  const corner = plan.corners[at]!
  const next = plan.corners[(at + 1) % plan.corners.length]!
  const before = plan.corners[(at - 1 + plan.corners.length) % plan.corners.length]!
  const { lift, brakeStart, brakeEnd, turnIn, apex, throttleOn, fullThrottle } = corner.points
  const nextActs = next.points.lift ?? next.points.brakeStart ?? next.points.turnIn
  if (code === 'ly') return brakeStart !== null && apartM(plan, before.points.exit, lift ?? brakeStart) > sizes.ly[1] + 10
  if (code === 'lk') return apartS(plan, brakeStart, brakeEnd) >= SHAPED.s
  if (code === 'bs') return apartS(plan, brakeStart, brakeEnd) >= SHAPED.s && hardestShare(plan, brakeStart, brakeEnd) >= SHAPED.share
  if (code === 'br') return releaseS(plan, brakeStart, brakeEnd) >= SHAPED.fallS && hardestShare(plan, brakeStart, brakeEnd) >= SHAPED.share
  if (code === 'dg') return apartM(plan, brakeStart, turnIn) >= ACROSS_WITHIN_M
  if (code === 'gd') return changesDown(plan, corner)
  if (code === 'co') return apartS(plan, brakeEnd, throttleOn) < FEET_REST_S
  if (code === 'pl') return fullThrottle !== null && apartM(plan, fullThrottle, next.points.brakeStart ?? next.points.turnIn) > sizes.pl[1]
  if (code === 'pa') return apartS(plan, throttleOn, fullThrottle) >= OPENED_S
  if (code === 'tn') return apartS(plan, turnIn, apex) >= IN_STEPS_S
  if (code === 'ae') return apartM(plan, turnIn, apex) >= WAY_IN_M
  if (code === 'ge') return leastRpm(plan, fullThrottle, nextActs) < plan.vehicle.shiftRpm - sizes.ge[1]
  if (code === 'gl') return afterShiftS(plan, fullThrottle, nextActs) > sizes.gl[1] + REACHED_S
  if (code === 'ak' || code === 'tr') return false // no such kerb or line on these circuits
  return true
}

const samplesOf = ({ track }: PlanSolution, from: NonNullable<Place>, to: NonNullable<Place>): number[] => {
  const [first, last] = [from, to].map(({ stationM }) => Math.floor(stationM / track.stepM)) as [number, number]
  return Array.from({ length: (last - first + track.count) % track.count }, (_, k) => (first + k) % track.count)
}

/** The hardest braking between two places, as a share of the hardest of the lap. */
function hardestShare(plan: PlanSolution, from: Place, to: Place): number {
  if (!from || !to) return 0
  const { brakeMps2 } = plan.trace
  return Math.max(0, ...samplesOf(plan, from, to).map((i) => brakeMps2[i]!)) / brakeMps2.reduce((a, b) => Math.max(a, b), 1e-6)
}

/** How long the plan takes to release the brake from half of its hardest, s. */
function releaseS(plan: PlanSolution, from: Place, to: Place): number {
  if (!from || !to) return 0
  const { brakeMps2, timeS } = plan.trace
  const samples = samplesOf(plan, from, to)
  const most = Math.max(0, ...samples.map((i) => brakeMps2[i]!))
  const hard = samples.filter((i) => brakeMps2[i]! >= most / 2)
  return hard.length === 0 ? 0 : to.timeS - timeS[hard.at(-1)!]!
}

/** The least engine speed of the plan between two places, 1/min. */
function leastRpm(plan: PlanSolution, from: Place, to: Place): number {
  if (!from || !to) return Infinity
  const { rpmAt } = drivetrainOf(plan.vehicle)
  return Math.min(...samplesOf(plan, from, to).map((i) => rpmAt(plan.trace.speedMps[i]!, plan.trace.gear[i]!)))
}

/** How long before a place the plan shifts up for the first time after another, s; 0 where it does not. */
function afterShiftS(plan: PlanSolution, from: Place, to: Place): number {
  if (!from || !to) return 0
  const shift = samplesOf(plan, from, to).find((i) => plan.trace.upshifts.includes(i))
  return shift === undefined ? 0 : (to.timeS - plan.trace.timeS[shift]! + plan.trace.lapTimeS) % plan.trace.lapTimeS
}

/** Whether the plan comes to a corner in a higher gear than it leaves its slowest place in. */
function changesDown({ track, trace }: PlanSolution, { points: { brakeStart, minSpeed } }: PlanSolution['corners'][number]): boolean {
  if (!brakeStart || !minSpeed) return false
  const gearAt = (stationM: number) => trace.gear[Math.floor(stationM / track.stepM)]!
  return gearAt(brakeStart.stationM) > gearAt(minSpeed.stationM)
}
