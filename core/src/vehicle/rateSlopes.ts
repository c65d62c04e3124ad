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

/** Fills in a share of the tyres by the lateral use u, and its derivative by u; one call, because the roots are shared. */
type Share = (u: number, out: Slopes) => void
const SHARE = 0
const SHARE_SLOPE = 1

/** √w of the friction circle with a bounded slope at 0: w/√(w + ε). */
const circle =
  (rounding: number): Share =>
  (u, out) => {
    const w = 1 - u * u
    const softened = Math.sqrt(w + rounding)
    out[SHARE] = w <= 0 ? 0 : w / softened
    out[SHARE_SLOPE] = w < 0 ? 0 : (-2 * u * (w / 2 + rounding)) / ((w + rounding) * softened)
  }
const taper: Share = (u, out) => {
  out[SHARE] = 1 - u
  out[SHARE_SLOPE] = -1
}
/** Full up to one u, none from another, with max(0, t) rounded over a width at both. */
const straightOnly = (width: number): Share => {
  const per = 1 / (SEPARATE_NONE - SEPARATE_FULL)
  return (u, out) => {
    const [none, full] = [SEPARATE_NONE - u, SEPARATE_FULL - u]
    const toNone = Math.sqrt(none * none + width * width)
    const toFull = Math.sqrt(full * full + width * width)
    out[SHARE] = ((none + toNone - full - toFull) / 2) * per
    const atNone = toNone === 0 ? 0 : none / toNone
    const atFull = toFull === 0 ? 0 : full / toFull
    out[SHARE_SLOPE] = ((atFull - atNone) / 2) * per
  }
}
const brakingShares = (school: BrakingSchool, rounding: number): Share =>
  school === 'trail' ? circle(rounding) : school === 'blend' ? taper : straightOnly(SHOULDER * rounding)

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
  const braking = brakingShares(school, rounding)
  const driving = school === 'trail' ? circle(rounding) : taper
  const holding = circle(rounding)

  const bluntMps2 = BLUNT_MPS2 * rounding

  // of the sample and speed evaluated last
  const load = noSlopes()
  const use = noSlopes()
  const resist = noSlopes()
  const look = (i: number, q: number, curvature: number, grip: number) => {
    const perQ = curvature * sinFall[i]! + vertical[i]! + lift
    const free = base[i]! + perQ * q
    const floored = free < leastLoad
    load[VALUE] = floored ? leastLoad : free
    load[BY_Q] = floored ? 0 : perQ
    load[BY_CURVATURE] = floored ? 0 : sinFall[i]! * q

    const mu = Math.min(muLat * grip, lean)
    const demand = curvature * cosFall[i]! * q - demandBase[i]!
    const most = mu * load[VALUE]!
    const rounded = Math.sqrt(demand * demand + bluntMps2 * bluntMps2)
    const share = (demand * demand) / rounded / most
    const sign = (demand * (2 - (demand * demand) / (rounded * rounded))) / rounded // of |demand|, rounded at zero
    const full = share >= 1
    use[VALUE] = full ? 1 : share
    use[BY_Q] = full ? 0 : (sign * curvature * cosFall[i]!) / most - (share * load[BY_Q]!) / load[VALUE]!
    use[BY_CURVATURE] = full ? 0 : (sign * cosFall[i]! * q) / most - (share * load[BY_CURVATURE]!) / load[VALUE]!
    use[BY_GRIP] = full || mu === lean ? 0 : -share / grip

    const speed = Math.sqrt(q)
    const air = speed + headwind[i]!
    resist[VALUE] = dragPerQ * air * Math.abs(air) + vehicle.rollingCoeff * load[VALUE]! + slopeMps2[i]!
    resist[BY_Q] = (dragPerQ * Math.abs(air)) / speed + vehicle.rollingCoeff * load[BY_Q]!
    resist[BY_CURVATURE] = vehicle.rollingCoeff * load[BY_CURVATURE]!
  }
  /** out = out · share(u), by the product rule */
  const shareNow = new Float64Array(2)
  const shared = (out: Slopes, share: Share) => {
    share(use[VALUE]!, shareNow)
    const s = shareNow[SHARE]!
    const slope = shareNow[SHARE_SLOPE]!
    out[BY_Q] = out[BY_Q]! * s + out[VALUE]! * slope * use[BY_Q]!
    out[BY_CURVATURE] = out[BY_CURVATURE]! * s + out[VALUE]! * slope * use[BY_CURVATURE]!
    out[BY_GRIP] = out[BY_GRIP]! * s + out[VALUE]! * slope * use[BY_GRIP]!
    out[VALUE] = out[VALUE]! * s
  }
  const resisted = (out: Slopes, sign: 1 | -1) => {
    out[VALUE] = out[VALUE]! + sign * resist[VALUE]!
    out[BY_Q] = out[BY_Q]! + sign * resist[BY_Q]!
    out[BY_CURVATURE] = out[BY_CURVATURE]! + sign * resist[BY_CURVATURE]!
  }
  /** friction of a share of the tyres, from the normal load */
  const tyres = (out: Slopes, mu: number, grip: number) => {
    out[VALUE] = mu * grip * load[VALUE]!
    out[BY_Q] = mu * grip * load[BY_Q]!
    out[BY_CURVATURE] = mu * grip * load[BY_CURVATURE]!
    out[BY_GRIP] = mu * load[VALUE]!
  }
  const constant = (out: Slopes, value: number, byQ = 0) => {
    out[VALUE] = value
    out[BY_Q] = byQ
    out[BY_CURVATURE] = 0
    out[BY_GRIP] = 0
  }

  /** the driven tyres' share that turning leaves, at most what the engine gives, less the resistances */
  const driven = (to: Slopes, share: Share, grip: number, engine: number, engineByQ: number) => {
    tyres(to, muDrive, grip)
    shared(to, share)
    if (to[VALUE]! > engine) constant(to, engine, engineByQ)
    resisted(to, -1)
  }

  const held = noSlopes()
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
    slowing: (i, q, curvature, grip, out) => {
      look(i, q, curvature, grip)
      tyres(out, muBrake, grip)
      if (out[VALUE]! > brakeMost) constant(out, brakeMost)
      const together = school === 'separate' && resist[VALUE]! > 0
      if (together) resisted(out, 1)
      shared(out, braking)
      if (!together) resisted(out, 1)
    },
    gaining: (i, q, curvature, grip, out) => {
      look(i, q, curvature, grip)
      const speed = Math.sqrt(q)
      const whole = drivetrain.driveMps2(speed)
      const engine = Math.min(whole, pitch)
      const engineByQ = whole > pitch ? 0 : drivetrain.driveSlope(speed) / (2 * speed)
      driven(out, driving, grip, engine, engineByQ)
      if (out[VALUE]! >= 0) return // holding speed needs no more
      driven(held, holding, grip, engine, engineByQ)
      if (held[VALUE]! > 0) constant(held, 0)
      if (held[VALUE]! <= out[VALUE]!) return
      out[VALUE] = held[VALUE]!
      out[BY_Q] = held[BY_Q]!
      out[BY_CURVATURE] = held[BY_CURVATURE]!
      out[BY_GRIP] = held[BY_GRIP]!
    },
  }
}
