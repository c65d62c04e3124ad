import type { Vehicle } from '@ochote/contracts'
import type { Forces } from '../vehicle/forces'
import type { Road } from '../vehicle/road'

export interface ShiftedSpeeds {
  q: Float64Array
  /** gear in use at each sample; 1 is first gear */
  gear: Float64Array
  /** samples where an upshift begins */
  upshifts: number[]
  /** 1 at samples affected by an interruption of the drive */
  interrupted: Uint8Array
}

const MOST_LAPS = 3
const AGREEMENT_MPS = 0.01
/** A lower gear is used only when it would drive harder even this much faster, so that coasting through a shift does not undo the shift. */
const HOLD_ON = 1.04

/**
 * Gears along a line for given speeds, and the speed lost while each upshift interrupts the drive: the vehicle coasts for
 * `shiftTimeS`. Downshifts happen under braking and cost nothing.
 * @param steadyQ - v² at each sample without shifts, (m/s)²
 */
export function applyShifts(road: Road, vehicle: Vehicle, forces: Forces, steadyQ: Float64Array): ShiftedSpeeds {
  const n = steadyQ.length
  const q = steadyQ.slice()
  const gear = Float64Array.from(steadyQ, (value) => forces.drivetrain.gearAt(Math.sqrt(value)))
  const interrupted = new Uint8Array(n)
  if (vehicle.gears.length === 1) return { q, gear, upshifts: [], interrupted }
  const start = road.closed ? steadyQ.reduce((at, v, i) => (v < steadyQ[at]! ? i : at), 0) : 0
  const laps = road.closed && vehicle.shiftTimeS > 0 ? MOST_LAPS : 1
  let upshifts: number[] = []
  let engaged = gear[start]!
  for (let lap = 0; lap < laps; lap++) {
    upshifts = []
    interrupted.fill(0)
    let interruptedS = 0
    const before = q[start]!
    for (let k = 1; k <= (road.closed ? n : n - 1); k++) {
      const i = (start + k) % n
      const last = (start + k - 1 + n) % n
      const speed = Math.sqrt(q[last]!)
      const gaining = steadyQ[i]! > steadyQ[last]!
      const wanted = gearFrom(engaged, speed, gaining, forces)
      if (gaining && wanted > engaged) {
        interruptedS += vehicle.shiftTimeS
        upshifts.push(last)
      }
      engaged = wanted
      gear[last] = engaged
      const stepM = road.stepM[last]!
      const stepS = stepM / speed
      const share = gaining ? Math.min(1, interruptedS / stepS) : 0 // the part of this step without drive
      if (share > 0) interrupted[last] = interrupted[i] = 1
      interruptedS = gaining ? Math.max(0, interruptedS - stepS) : 0
      const rise = riseOver(road, forces, { last, i, q: q[last]!, steadyQ, share, gaining })
      q[i] = Math.min(steadyQ[i]!, Math.max(0.01, q[last]! + rise))
    }
    if (Math.abs(Math.sqrt(q[start]!) - Math.sqrt(before)) < AGREEMENT_MPS) break
  }
  if (road.closed === false) gear[n - 1] = forces.drivetrain.gearAt(Math.sqrt(q[n - 1]!))
  return { q, gear, upshifts, interrupted }
}

/** The gear to use: up at the shift point, down only while slowing and well below it. */
function gearFrom(engaged: number, speedMps: number, gaining: boolean, { drivetrain }: Forces): number {
  const best = drivetrain.gearAt(speedMps)
  if (best >= engaged || (!gaining && drivetrain.gearAt(speedMps * HOLD_ON) < engaged)) return best
  return engaged
}

interface ShiftStep {
  last: number
  i: number
  q: number
  steadyQ: Float64Array
  /** share of the step without drive, 0…1 */
  share: number
  /** whether the speed without shifts rises over the step */
  gaining: boolean
}

/** Change of v² over one step: coasting while the drive is interrupted; otherwise along the given speeds, or as hard as possible. */
function riseOver(road: Road, forces: Forces, { last, i, q, steadyQ, share, gaining }: ShiftStep): number {
  const twoSteps = 2 * road.stepM[last]!
  if (share > 0) return twoSteps * (-share * forces.resistanceMps2(last, q) + (1 - share) * forces.gainingMps2(last, q))
  const along = steadyQ[i]! - steadyQ[last]!
  if (q === steadyQ[last]!) return along
  // slower than the given speeds: it brakes later, and gains what its own lower speed allows
  const own = forces.gainingMps2(last, q)
  return gaining ? along + twoSteps * (own - forces.gainingMps2(last, steadyQ[last]!)) : twoSteps * own
}
