import { holds, indexAt, longest } from './along'
import type { Drive } from './drive'

const BRAKES_ON = 0.06
const BRAKED = 0.15
const THROTTLE_ON = 0.12
const THROTTLE_FULL = 0.93
const HOLDS_S = 0.15
/** Decelerations that are braking where the logger has no brake, m/s²: beyond what lifting does. */
const BRAKING_MPS2 = 2.2

/** One braking: its first and last sample, and its shape. */
export interface Braking {
  start: number
  end: number
  peak: number
  riseS: number
  fallS: number
  applications: number
}

/** Whether the car is being braked at a sample. */
export const brakes = ({ brake, longMps2 }: Drive, i: number): boolean => (brake ? brake[i]! > BRAKES_ON : longMps2[i]! < -BRAKING_MPS2)

/** A second push is one where the brake was let go of to less than this share of the first, and pushed again by so much of it. */
const LET_GO_SHARE = 0.45
const AGAIN_SHARE = 0.17

/**
 * The braking between two samples, or null where there is none to speak of.
 * @param earliest - a push that is already on at the first sample may have begun from here on
 */
export function brakingOf({ timeS, brake, longMps2 }: Drive, from: number, to: number, earliest = from): Braking | null {
  const pushed = brake ?? longMps2.map((a) => Math.min(1, Math.max(0, (-a - BRAKING_MPS2 / 2) / 8)))
  const [on, hard] = brake ? [BRAKES_ON, BRAKED] : [BRAKING_MPS2 / 16, 0.14]
  let start = -1
  for (let i = from; i <= to && start < 0; i++) if (pushed[i]! > on && holds(timeS, i, HOLDS_S / 2, (k) => pushed[k]! > on / 2)) start = i
  if (start < 0) return null
  if (start === from) while (start > earliest && pushed[start - 1]! > on) start--
  let [peak, end] = [start, start]
  for (let i = start; i <= to; i++) {
    if (pushed[i]! > pushed[peak]!) peak = i
    if (pushed[i]! > on) end = i
  }
  if (pushed[peak]! < hard) return null
  const firstOver = (share: number) => {
    let i = start
    while (i < peak && pushed[i]! < share * pushed[peak]!) i++
    return i
  }
  const lastOver = (share: number) => {
    let i = end
    while (i > peak && pushed[i]! < share * pushed[peak]!) i--
    return i
  }
  let [applications, most, least] = [1, 0, Infinity]
  for (let i = start; i <= end; i++) {
    most = Math.max(most, pushed[i]!)
    if (pushed[i]! < LET_GO_SHARE * most) least = Math.min(least, pushed[i]!)
    if (least < Infinity && pushed[i]! > least + AGAIN_SHARE * most && holds(timeS, i, HOLDS_S / 2, (k) => pushed[k]! > least)) {
      applications++
      ;[most, least] = [pushed[i]!, Infinity]
    }
  }
  return {
    ...{ start, end, applications, peak: pushed[peak]! },
    riseS: timeS[firstOver(0.6)]! - timeS[start]!,
    fallS: timeS[end]! - timeS[lastOver(0.5)]!,
  }
}

/** A lift is a throttle that falls by this much, and below this share of what it was, for so long. */
const LIFTED_BY = 0.2
const LIFTED_TO = 0.6
const LIFTED_S = 0.15
const SHIFTING_S = 0.5

/**
 * Where the throttle comes on and stays full, and how often it is lifted in between: also from full, while the car still turns.
 * @param exit - sample of the exit: a lift after it belongs to what comes next
 */
export function powerOf(
  { timeS, throttle, gear }: Drive,
  from: number,
  exit: number,
  to: number,
): { on: number | null; full: number | null; most: number; lifts: number } {
  const open = throttle!
  let on = from
  while (on < to && !(open[on]! > THROTTLE_ON && holds(timeS, on, HOLDS_S, (k) => open[k]! > THROTTLE_ON / 2))) on++
  if (on >= to) return { on: null, full: null, most: 0, lifts: 0 }
  const isShifting = (i: number) =>
    gear !== null &&
    gear[indexAt(timeS, timeS[i]! - SHIFTING_S)] !== gear[Math.min(gear.length - 1, indexAt(timeS, timeS[i]! + SHIFTING_S))]
  let full: number | null = null
  let [lifts, most] = [0, open[on]!]
  let isDown = false
  for (let i = on; i < to && (full === null || i < exit); i++) {
    const now = open[i]!
    if (full === null && !isDown && now >= THROTTLE_FULL && holds(timeS, i, HOLDS_S, (k) => open[k]! >= THROTTLE_FULL * 0.97)) full = i
    most = Math.max(most, now)
    const isLifted = (k: number) => open[k]! < Math.min(most - LIFTED_BY, LIFTED_TO * most)
    if (!isDown && isLifted(i) && holds(timeS, i, LIFTED_S, isLifted) && !isShifting(i)) {
      isDown = true
      full = null
      lifts++
    } else if (isDown && now > THROTTLE_ON && !isLifted(i)) {
      isDown = false
      most = now
    }
  }
  return { on, full, most: open.subarray(on, to).reduce((a, b) => Math.max(a, b), 0), lifts }
}

/** Less than a driver rests on either pedal. */
const NO_PEDAL = 0.03

/** The longest time with neither pedal, s. */
export const coasting = ({ timeS, brake, throttle }: Drive, from: number, to: number): number =>
  longest(timeS, from, to, (i) => throttle![i]! < NO_PEDAL && brake![i]! < NO_PEDAL)

/** Where the throttle is let go of on the way to the slowest sample, and stays so for a moment; null where it is not. */
export function liftedAt({ timeS, throttle, alongM }: Drive, from: number, to: number): number | null {
  const isDown = (i: number) => throttle![i]! < LIFTED_THROTTLE
  for (let i = from; i <= to; i++) if (isDown(i) && holds(timeS, i, HOLDS_S, isDown)) return alongM[i]!
  return null
}
const LIFTED_THROTTLE = 0.5
