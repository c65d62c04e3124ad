import type { Vehicle } from '@ochote/contracts'
import type { Drivetrain } from '../vehicle/drivetrain'
import { FULL_THROTTLE_SHARE } from './throttle'
import type { SpeedTrace } from './speedAlong'

/** A driver has the gear ready that is needed within this time, s. */
const NEEDED_SOON_S = 2
/** A gear is enough when it gives this share of the drive used: nobody changes down for less, but at full throttle for nearly all of it. */
const ENOUGH_SHARE = { part: 0.9, full: 0.98 }
const SLOWING_MPS2 = -0.2
const MOST_IN_CORNER_S = 15
/** From full throttle on, the gear of an exit is needed for this long, s. */
const AT_EXIT_S = 0.5
/** No gear is held for less than this, s. */
const LEAST_HELD_S = 1
/** A gear is used from this many times the lowest engine speed of the torque curve. */
const PULLS_FROM = 1.2

interface GearsInput {
  readonly trace: Pick<SpeedTrace, 'speedMps' | 'driveMps2' | 'throttleShare' | 'axMps2' | 'timeS' | 'lapTimeS'>
  readonly closed: boolean
  readonly vehicle: Pick<Vehicle, 'gears' | 'torqueNm' | 'redlineRpm' | 'shiftRpm'>
  readonly drivetrain: Drivetrain
}

/**
 * The gears that a driver uses along a lap, one a sample: the highest that gives what is used of the engine, but the lowest of those needed
 * within 2 s, so that a corner is driven in the gear of its exit. Nobody changes up while slowing or just before it, or again within a second,
 * unless the engine would turn beyond its red line. The speeds are the trace's own: they are those of the best gear (docs/model.md, Gears).
 */
export function driverGears({ trace, closed, vehicle, drivetrain }: GearsInput): Float64Array {
  const { speedMps, driveMps2, throttleShare, axMps2, timeS, lapTimeS } = trace
  const n = speedMps.length
  const count = vehicle.gears.length
  const gears = new Float64Array(n).fill(1)
  if (count === 1) return gears
  const pullsFromRpm = PULLS_FROM * vehicle.torqueNm[0]![0]
  /** the lowest gear at a speed that an engine speed allows */
  const lowestAt = (v: number, mostRpm: number) => {
    let gear = 1
    while (gear < count && drivetrain.rpmAt(v, gear) > mostRpm * (1 + 1e-9)) gear++
    return gear
  }
  const isFull = (i: number) => throttleShare[i]! >= FULL_THROTTLE_SHARE
  const lowest = Int32Array.from(speedMps, (v) => lowestAt(v, vehicle.shiftRpm))
  const enough = Int32Array.from(speedMps, (v, i) => {
    const share = isFull(i) ? ENOUGH_SHARE.full : ENOUGH_SHARE.part
    for (let gear = count; gear > lowest[i]!; gear--)
      if (drivetrain.rpmAt(v, gear) >= pullsFromRpm && drivetrain.driveIn(v, gear) >= share * driveMps2[i]!) return gear
    return lowest[i]!
  })
  const ahead = (i: number, withinS: number, look: (j: number) => void) => {
    for (let k = 0; k < n; k++) {
      const raw = i + k
      if (!closed && raw >= n) return
      if (timeS[raw % n]! - timeS[i]! + (raw >= n ? lapTimeS : 0) > withinS) return
      look(raw % n)
    }
  }
  // on the way into a corner, the gear of its exit is taken while the vehicle slows: look on to full throttle, or to the next slowing
  const soonS = Float64Array.from(speedMps, (_, i) => {
    let phase: 'slowing' | 'in the corner' | 'out' = axMps2[i]! < SLOWING_MPS2 ? 'slowing' : isFull(i) ? 'out' : 'in the corner'
    let untilS = 0
    ahead(i, MOST_IN_CORNER_S, (j) => {
      const slows = axMps2[j]! < SLOWING_MPS2
      if (phase === 'slowing' && !slows) phase = 'in the corner'
      if (phase === 'in the corner' && (slows || isFull(j))) phase = 'out'
      if (phase !== 'out') untilS = (timeS[j]! - timeS[i]! + lapTimeS) % lapTimeS
    })
    return Math.max(NEEDED_SOON_S, untilS + AT_EXIT_S)
  })
  // nobody takes a gear for an exit that would be left again within a second of full throttle
  const enoughForLong = Int32Array.from(enough, (gear, i) => {
    let highest = gear
    if (isFull(i)) ahead(i, LEAST_HELD_S, (j) => (highest = isFull(j) ? Math.max(highest, enough[j]!) : highest))
    return highest
  })
  const wanted = Float64Array.from(speedMps, (_, i) => {
    let soonest = count
    const needed = isFull(i) ? enough : enoughForLong
    ahead(i, soonS[i]!, (j) => (soonest = Math.min(soonest, needed[j]!)))
    return Math.max(soonest, lowest[i]!)
  })
  const slowsSoon = Uint8Array.from(speedMps, (_, i) => {
    let slows = false
    ahead(i, LEAST_HELD_S, (j) => (slows ||= axMps2[j]! < SLOWING_MPS2))
    return Number(slows)
  })
  let gear = wanted[0]!
  let sinceS = Infinity
  // on a closed circuit the first lap finds the gear to begin with
  for (let k = 0; k < (closed ? 2 : 1) * n; k++) {
    const i = k % n
    const least = lowestAt(speedMps[i]!, vehicle.redlineRpm)
    const up = wanted[i]! > gear && slowsSoon[i] === 0 && sinceS >= LEAST_HELD_S
    const down = wanted[i]! < gear && sinceS >= LEAST_HELD_S
    const next = Math.max(least, up ? gear + 1 : down ? wanted[i]! : gear)
    sinceS = next === gear ? sinceS + ((i + 1 < n ? timeS[i + 1]! : lapTimeS) - timeS[i]!) : 0
    gear = next
    gears[i] = gear
  }
  return gears
}
