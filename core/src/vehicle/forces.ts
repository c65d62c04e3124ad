import type { Setup, Vehicle } from '@ochote/contracts'
import { brakingShare, drivingShare } from './brakingSchool'
import { drivetrainOf, type Drivetrain } from './drivetrain'
import type { Road } from './road'

export const GRAVITY_MPS2 = 9.80665
/** The normal load is never taken as less than this share of gravity; speed is limited to where it reaches it. */
export const LEAST_LOAD_SHARE = 0.1
const RAD_PER_DEG = Math.PI / 180
/** Slowest speed considered, (m/s)². It keeps times finite where a bank is steeper than its grip can hold. */
const LEAST_SPEED_SQUARED = 0.25

/** The forces on a vehicle by speed, at each sample of a road (docs/model.md, Forces). q is speed squared, (m/s)². */
export interface Forces {
  readonly drivetrain: Drivetrain
  /** highest q at each sample that load, lateral grip and gearing allow */
  readonly limitQ: Float64Array
  /** u = |F_y| / A_y, 0…1 */
  lateralUse: (i: number, q: number) => number
  /** F_y, lateral demand on the tyres, m/s², left positive */
  lateralMps2: (i: number, q: number) => number
  /** most curvature that lateral grip allows at q to one side (+1 left, −1 right), 1/m, ≥ 0; the normal load is the line's own */
  turnablePerM: (i: number, q: number, sign: 1 | -1) => number
  /** resistances: drag, rolling, slope, m/s² */
  resistanceMps2: (i: number, q: number) => number
  /** most net deceleration the school allows, m/s² */
  slowingMps2: (i: number, q: number) => number
  /** most net acceleration the school allows, m/s²; the school never withholds what is needed to hold speed */
  gainingMps2: (i: number, q: number) => number
}

type Load = { base: Float64Array; perQ: Float64Array }

/** N(v) = base + perQ·v², per unit mass. */
function loadAlong(road: Road, vehicle: Vehicle, airDensity: number): Load {
  const lift = (0.5 * airDensity * vehicle.downforceAreaM2) / vehicle.massKg
  const n = road.curvaturePerM.length
  const base = new Float64Array(n)
  const perQ = new Float64Array(n)
  for (let i = 0; i < n; i++) {
    const crossfall = road.crossfallRad[i]!
    base[i] = GRAVITY_MPS2 * Math.cos(road.slopeRad[i]!) * Math.cos(crossfall)
    perQ[i] = road.curvaturePerM[i]! * Math.sin(crossfall) + road.verticalCurvaturePerM[i]! + lift
  }
  return { base, perQ }
}

/**
 * Largest q with sign·(demandPerQ·q − demandBase) ≤ mu·(base + perQ·q). Both sides are linear in q, so it takes one division.
 * Infinity where no speed breaks the limit, 0 where every speed does.
 */
function sideLimit(sign: number, demandPerQ: number, demandBase: number, mu: number, base: number, perQ: number): number {
  const slope = sign * demandPerQ - mu * perQ
  const room = mu * base + sign * demandBase
  if (slope <= 0) return Infinity // at most a minimum speed: too slow for the bank, not too fast
  return Math.max(0, room / slope)
}

/** Forces of a vehicle along a road, for a set-up's pace, braking school and conditions. */
export function forcesAlong(road: Road, vehicle: Vehicle, setup: Pick<Setup, 'pace' | 'brakingSchool' | 'conditions'>): Forces {
  const { pace, brakingSchool: school, conditions } = setup
  const drivetrain = drivetrainOf(vehicle)
  const load = loadAlong(road, vehicle, conditions.airDensity)
  const n = road.curvaturePerM.length
  const muLat = new Float64Array(n)
  const demandBase = new Float64Array(n)
  const demandPerQ = new Float64Array(n)
  const slopeMps2 = new Float64Array(n)
  const headwindMps = new Float64Array(n)
  const limitQ = new Float64Array(n)
  const leanMu = vehicle.maxLeanDeg === null ? Infinity : Math.tan(vehicle.maxLeanDeg * RAD_PER_DEG)
  const topQ = drivetrain.topSpeedMps * drivetrain.topSpeedMps
  const leastLoad = LEAST_LOAD_SHARE * GRAVITY_MPS2
  const windFromRad = conditions.windFromDeg * RAD_PER_DEG
  for (let i = 0; i < n; i++) {
    const crossfall = road.crossfallRad[i]!
    muLat[i] = Math.min(pace.lateral * vehicle.muLat * road.grip[i]!, leanMu)
    demandPerQ[i] = road.curvaturePerM[i]! * Math.cos(crossfall)
    demandBase[i] = GRAVITY_MPS2 * Math.cos(road.slopeRad[i]!) * Math.sin(crossfall)
    slopeMps2[i] = GRAVITY_MPS2 * Math.sin(road.slopeRad[i]!)
    // the wind's direction is clockwise from north; heading is anticlockwise from east
    headwindMps[i] = conditions.windMps * Math.sin(windFromRad + road.headingRad[i]!)
    const crest = load.perQ[i]! < 0 ? (load.base[i]! - leastLoad) / -load.perQ[i]! : Infinity
    const left = sideLimit(1, demandPerQ[i]!, demandBase[i]!, muLat[i]!, load.base[i]!, load.perQ[i]!)
    const right = sideLimit(-1, demandPerQ[i]!, demandBase[i]!, muLat[i]!, load.base[i]!, load.perQ[i]!)
    limitQ[i] = Math.max(LEAST_SPEED_SQUARED, Math.min(crest, left, right, topQ))
  }
  const dragPerQ = (0.5 * conditions.airDensity * vehicle.dragAreaM2) / vehicle.massKg
  const pitchMps2 = vehicle.kind === 'motorcycle' ? (GRAVITY_MPS2 * (vehicle.wheelbaseM / 2)) / vehicle.cgHeightM : Infinity
  const brakeMu = pace.brake * vehicle.muBrake
  const brakeMost = Math.min(pace.brake * vehicle.brakeMaxG * GRAVITY_MPS2, pitchMps2)
  const driveMu = pace.drive * vehicle.muDrive * vehicle.drivenShare

  const loadAt = (i: number, q: number) => Math.max(leastLoad, load.base[i]! + load.perQ[i]! * q)
  const useAt = (i: number, q: number, loadMps2: number) =>
    Math.min(1, Math.abs(demandPerQ[i]! * q - demandBase[i]!) / (muLat[i]! * loadMps2))
  const resistAt = (i: number, q: number, loadMps2: number) => {
    const air = headwindMps[i] === 0 ? q : (Math.sqrt(q) + headwindMps[i]!) * Math.abs(Math.sqrt(q) + headwindMps[i]!)
    return dragPerQ * air + vehicle.rollingCoeff * loadMps2 + slopeMps2[i]!
  }
  return {
    drivetrain,
    limitQ,
    lateralUse: (i, q) => useAt(i, q, loadAt(i, q)),
    lateralMps2: (i, q) => demandPerQ[i]! * q - demandBase[i]!,
    turnablePerM: (i, q, sign) => Math.max(0, (muLat[i]! * loadAt(i, q) + sign * demandBase[i]!) / (q * Math.cos(road.crossfallRad[i]!))),
    resistanceMps2: (i, q) => resistAt(i, q, loadAt(i, q)),
    slowingMps2: (i, q) => {
      const loadMps2 = loadAt(i, q)
      const share = brakingShare(school, useAt(i, q, loadMps2))
      const brake = Math.min(brakeMu * road.grip[i]! * loadMps2, brakeMost)
      const resistance = resistAt(i, q, loadMps2)
      // the separate school does not coast down while it turns
      return school === 'separate' && resistance > 0 ? (brake + resistance) * share : brake * share + resistance
    },
    gainingMps2: (i, q) => {
      const loadMps2 = loadAt(i, q)
      const use = useAt(i, q, loadMps2)
      const tyres = driveMu * road.grip[i]! * loadMps2
      const engine = Math.min(drivetrain.driveMps2(Math.sqrt(q)), pitchMps2)
      const resistance = resistAt(i, q, loadMps2)
      const driven = Math.min(tyres * drivingShare(school, use), engine) - resistance
      const holding = Math.min(tyres * Math.sqrt(1 - use * use), engine) - resistance
      return Math.max(driven, Math.min(0, holding))
    },
  }
}
