import type { BrakingSchool, Setup, Vehicle } from '@ochote/contracts'
import { SEPARATE_FULL, SEPARATE_NONE } from './brakingSchool'
import { drivetrainOf } from './drivetrain'
import { GRAVITY_MPS2, LEAST_LOAD_SHARE } from './forces'

/** What a line gets from the circuit; one entry for each sample. */
export interface Surface {
  readonly slopeRad: Float64Array
  readonly verticalCurvaturePerM: Float64Array
  readonly crossfallRad: Float64Array
  /** anticlockwise from east; wind is taken along the circuit, not along the line */
  readonly headingRad: Float64Array
}

/**
 * A value with its derivatives by q = v², by curvature and by grip, in that order. Filled in place, because these are the
 * innermost loops.
 */
type Slopes = Float64Array
export const VALUE = 0
export const BY_Q = 1
export const BY_CURVATURE = 2
export const BY_GRIP = 3

export const noSlopes = (): Slopes => new Float64Array(4)

type Fill = (i: number, q: number, curvature: number, grip: number, out: Slopes) => void

/** The limits of docs/model.md (Forces) with their derivatives, for a line that is being moved. */
export interface RateSlopes {
  /** highest q; `q` is not read */
  readonly limit: Fill
  readonly slowing: Fill
  readonly gaining: Fill
}

const LEAST_SPEED_SQUARED = 0.25
/** |F_y| is rounded over this many m/s² for each unit of rounding, so that a straight line is no kink. */
const BLUNT_MPS2 = 10
/** … and the separate school's shoulders over this much of u. */
const SHOULDER = 0.7
const RAD_PER_DEG = Math.PI / 180

/** A share of the tyres by the lateral use u, and its derivative by u: filled in by one call, because the roots are shared. */
const SHARE = 0
const SHARE_SLOPE = 1
type Share = 'circle' | 'taper' | 'straight only'

/**
 * One function for all shares, not one for each: the innermost loops call it, and a call that always leads to the same place is quicker.
 * @param rounding - ε of the circle, or the width over which the separate school's shoulders are rounded
 */
function fillShare(share: Share, u: number, rounding: number, out: Float64Array): void {
  if (share === 'taper') {
    out[SHARE] = 1 - u
    out[SHARE_SLOPE] = -1
  } else if (share === 'circle') {
    // √w of the friction circle with a bounded slope at 0: w/√(w + ε)
    const w = 1 - u * u
    const softened = Math.sqrt(w + rounding)
    out[SHARE] = w <= 0 ? 0 : w / softened
    out[SHARE_SLOPE] = w < 0 ? 0 : (-2 * u * (w / 2 + rounding)) / ((w + rounding) * softened)
  } else {
    // full up to one u, none from another, with max(0, t) rounded over a width at both
    const per = 1 / (SEPARATE_NONE - SEPARATE_FULL)
    const none = SEPARATE_NONE - u
    const full = SEPARATE_FULL - u
    const toNone = Math.sqrt(none * none + rounding * rounding)
    const toFull = Math.sqrt(full * full + rounding * rounding)
    out[SHARE] = ((none + toNone - full - toFull) / 2) * per
    const atNone = toNone === 0 ? 0 : none / toNone
    const atFull = toFull === 0 ? 0 : full / toFull
    out[SHARE_SLOPE] = ((atFull - atNone) / 2) * per
  }
}
const brakingShares: Readonly<Record<BrakingSchool, Share>> = { trail: 'circle', blend: 'taper', separate: 'straight only' }

/**
 * Rates and limits along a circuit for any curvature and grip that a line may have there.
 * @param rounding - ε of the friction circle's square root, whose slope is unbounded at the limit otherwise; it also sets how far
 *   |F_y| is rounded at zero; 0 is the model itself
 */
export function rateSlopesAlong(
  surface: Surface,
  vehicle: Vehicle,
  { pace, brakingSchool: school, conditions }: Pick<Setup, 'pace' | 'brakingSchool' | 'conditions'>,
  rounding: number,
): RateSlopes {
  const n = surface.slopeRad.length
  const drivetrain = drivetrainOf(vehicle)
  const cosFall = surface.crossfallRad.map(Math.cos)
  const sinFall = surface.crossfallRad.map(Math.sin)
  const cosSlope = surface.slopeRad.map(Math.cos)
  const base = Float64Array.from({ length: n }, (_, i) => GRAVITY_MPS2 * cosSlope[i]! * cosFall[i]!)
  const demandBase = Float64Array.from({ length: n }, (_, i) => GRAVITY_MPS2 * cosSlope[i]! * sinFall[i]!)
  const slopeMps2 = surface.slopeRad.map((slope) => GRAVITY_MPS2 * Math.sin(slope))
  const headwind = surface.headingRad.map((h) => conditions.windMps * Math.sin(conditions.windFromDeg * RAD_PER_DEG + h))
  const vertical = surface.verticalCurvaturePerM
  const lift = (0.5 * conditions.airDensity * vehicle.downforceAreaM2) / vehicle.massKg
  const leastLoad = LEAST_LOAD_SHARE * GRAVITY_MPS2
  const lean = vehicle.maxLeanDeg === null ? Infinity : Math.tan(vehicle.maxLeanDeg * RAD_PER_DEG)
  const pitch = vehicle.kind === 'motorcycle' ? (GRAVITY_MPS2 * (vehicle.wheelbaseM / 2)) / vehicle.cgHeightM : Infinity
  const muLat = pace.lateral * vehicle.muLat
  const muBrake = pace.brake * vehicle.muBrake
  const muDrive = pace.drive * vehicle.muDrive * vehicle.drivenShare
  const brakeMost = Math.min(pace.brake * vehicle.brakeMaxG * GRAVITY_MPS2, pitch)
  const dragPerQ = (0.5 * conditions.airDensity * vehicle.dragAreaM2) / vehicle.massKg
  const topQ = drivetrain.topSpeedMps ** 2
  const braking = brakingShares[school]
  const brakingRounding = braking === 'straight only' ? SHOULDER * rounding : rounding
  const driving: Share = school === 'trail' ? 'circle' : 'taper'

  const bluntMps2 = BLUNT_MPS2 * rounding

  const shareNow = new Float64Array(2)
  const rolling = vehicle.rollingCoeff
  const aloneWithTyres = school === 'separate'

  const constant = (out: Slopes, value: number) => {
    out[VALUE] = value
    out[BY_Q] = 0
    out[BY_CURVATURE] = 0
    out[BY_GRIP] = 0
  }

  // One function with values of its own, although it is long: it is the innermost of all loops, and handing its parts over through arrays
  // would cost a third of the whole search.
  const rate = (isBraking: boolean, i: number, q: number, curvature: number, grip: number, out: Slopes): void => {
    // normal load by m/s² of weight, with its derivatives by q and by curvature
    const sin = sinFall[i]!
    const cos = cosFall[i]!
    const perQ = curvature * sin + vertical[i]! + lift
    const free = base[i]! + perQ * q
    const isFloored = free < leastLoad
    const load = isFloored ? leastLoad : free
    const loadByQ = isFloored ? 0 : perQ
    const loadByCurvature = isFloored ? 0 : sin * q

    // lateral use, with |demand| rounded at zero
    const mu = Math.min(muLat * grip, lean)
    const demand = curvature * cos * q - demandBase[i]!
    const most = mu * load
    const square = demand * demand
    const perRounded = 1 / Math.sqrt(square + bluntMps2 * bluntMps2)
    const share = (square * perRounded) / most
    const sign = demand * (2 - square * perRounded * perRounded) * perRounded
    const isFull = share >= 1
    const use = isFull ? 1 : share
    const useByQ = isFull ? 0 : (sign * curvature * cos) / most - (share * loadByQ) / load
    const useByCurvature = isFull ? 0 : (sign * cos * q) / most - (share * loadByCurvature) / load
    const useByGrip = isFull || mu === lean ? 0 : -share / grip

    // drag, rolling and slope
    const speed = Math.sqrt(q)
    const air = speed + headwind[i]!
    const dragged = dragPerQ * Math.abs(air)
    const resist = dragged * air + rolling * load + slopeMps2[i]!
    const resistByQ = dragged / speed + rolling * loadByQ
    const resistByCurvature = rolling * loadByCurvature

    if (isBraking) {
      let value = muBrake * grip * load
      let byQ = muBrake * grip * loadByQ
      let byCurvature = muBrake * grip * loadByCurvature
      let byGrip = muBrake * load
      if (value > brakeMost) {
        value = brakeMost
        byQ = byCurvature = byGrip = 0
      }
      const together = aloneWithTyres && resist > 0
      if (together) {
        value += resist
        byQ += resistByQ
        byCurvature += resistByCurvature
      }
      fillShare(braking, use, brakingRounding, shareNow)
      const left = shareNow[SHARE]!
      const leftByUse = shareNow[SHARE_SLOPE]! * value
      out[VALUE] = value * left + (together ? 0 : resist)
      out[BY_Q] = byQ * left + leftByUse * useByQ + (together ? 0 : resistByQ)
      out[BY_CURVATURE] = byCurvature * left + leftByUse * useByCurvature + (together ? 0 : resistByCurvature)
      out[BY_GRIP] = byGrip * left + leftByUse * useByGrip
      return
    }

    const whole = drivetrain.driveMps2(speed)
    const engine = Math.min(whole, pitch)
    const tyres = muDrive * load
    // the driven tyres' share that turning leaves, at most what the engine gives, less the resistances
    fillShare(driving, use, rounding, shareNow)
    const isHolding = Math.min(tyres * grip * shareNow[SHARE]!, engine) < resist
    // holding speed needs no more than the friction circle leaves
    if (isHolding && driving !== 'circle') {
      const [own, ownByUse] = [shareNow[SHARE]!, shareNow[SHARE_SLOPE]!]
      fillShare('circle', use, rounding, shareNow)
      if (shareNow[SHARE]! < own) {
        shareNow[SHARE] = own
        shareNow[SHARE_SLOPE] = ownByUse
      }
    }
    const left = shareNow[SHARE]!
    const pull = tyres * grip * left
    if (isHolding && Math.min(pull, engine) > resist) {
      constant(out, 0)
      return
    }
    const leftByUse = shareNow[SHARE_SLOPE]! * tyres * grip
    const isEngine = pull > engine
    out[VALUE] = (isEngine ? engine : pull) - resist
    out[BY_Q] =
      (isEngine ? (whole > pitch ? 0 : drivetrain.driveSlope(speed) / (2 * speed)) : muDrive * grip * loadByQ * left + leftByUse * useByQ) -
      resistByQ
    out[BY_CURVATURE] = (isEngine ? 0 : muDrive * grip * loadByCurvature * left + leftByUse * useByCurvature) - resistByCurvature
    out[BY_GRIP] = isEngine ? 0 : tyres * left + leftByUse * useByGrip
  }
  return {
    limit: (i, _q, curvature, grip, out) => {
      const perQ = curvature * sinFall[i]! + vertical[i]! + lift
      constant(out, topQ)
      if (perQ < 0) {
        const crest = (base[i]! - leastLoad) / -perQ
        if (crest < out[VALUE]!) {
          out[VALUE] = crest
          out[BY_CURVATURE] = (crest / -perQ) * sinFall[i]!
        }
      }
      const mu = Math.min(muLat * grip, lean)
      const muByGrip = mu === lean ? 0 : muLat
      for (let sign = -1; sign <= 1; sign += 2) {
        const slope = sign * curvature * cosFall[i]! - mu * perQ
        if (slope <= 0) continue
        const room = Math.max(0, mu * base[i]! + sign * demandBase[i]!)
        const side = room / slope
        if (side >= out[VALUE]!) continue
        out[VALUE] = side
        out[BY_CURVATURE] = (-side / slope) * (sign * cosFall[i]! - mu * sinFall[i]!)
        out[BY_GRIP] = (muByGrip * (base[i]! + side * perQ)) / slope
      }
      if (out[VALUE]! < LEAST_SPEED_SQUARED) constant(out, LEAST_SPEED_SQUARED)
    },
    slowing: (i, q, curvature, grip, out) => rate(true, i, q, curvature, grip, out),
    gaining: (i, q, curvature, grip, out) => rate(false, i, q, curvature, grip, out),
  }
}
