import type { Vehicle } from '@ochote/contracts'
import { drivetrainOf, torqueNmAt } from '../vehicle/drivetrain'
import { forcesAlong, GRAVITY_MPS2 } from '../vehicle/forces'
import type { Road } from '../vehicle/road'

/** Figures by which someone who knows the vehicle can judge its numbers: straight and level, full pace, no wind. */
interface VehicleFigures {
  readonly powerKw: number
  readonly topSpeedMps: number
  /** whether gearing, rather than power, limits it */
  readonly topSpeedByGearing: boolean
  /** null where it never reaches 100 km/h */
  readonly zeroToHundredS: number | null
  /** null where it never reaches 100 km/h */
  readonly hundredToZeroM: number | null
  /** most lateral acceleration at 60 km/h, in g */
  readonly corneringG: number
}

const HUNDRED_MPS = 100 / 3.6
const SIXTY_MPS = 60 / 3.6
const STEP_MPS = 0.02
const STANDING_MPS = 0.5
const AIR_DENSITY = 1.2

const LEVEL: Road = {
  closed: false,
  stepM: new Float64Array([1, 1]),
  curvaturePerM: new Float64Array(2),
  slopeRad: new Float64Array(2),
  verticalCurvaturePerM: new Float64Array(2),
  crossfallRad: new Float64Array(2),
  grip: new Float64Array([1, 1]),
  headingRad: new Float64Array(2),
}
const FULL = {
  pace: { lateral: 1, brake: 1, drive: 1 },
  brakingSchool: 'trail' as const,
  conditions: { grip: 1, rubberedGrip: 1, airDensity: AIR_DENSITY, windMps: 0, windFromDeg: 0 },
}

/** Power at the crank, greatest over the torque curve, kW. */
export function powerKwOf({ torqueNm, redlineRpm }: Pick<Vehicle, 'torqueNm' | 'redlineRpm'>): number {
  let most = 0
  for (let rpm = 0; rpm <= redlineRpm; rpm += 25) most = Math.max(most, (torqueNmAt(torqueNm, rpm) * rpm * Math.PI) / 30_000)
  return most
}

/** Top speed, 0 to 100 km/h, 100 km/h to 0 and similar figures of a vehicle, from its forces (docs/model.md, Forces). */
export function vehicleFigures(vehicle: Vehicle): VehicleFigures {
  const forces = forcesAlong(LEVEL, vehicle, FULL)
  const { topSpeedMps: geared, gearAt } = drivetrainOf(vehicle)
  const gaining = (v: number) => forces.gainingMps2(0, v * v)
  let topSpeedMps = STANDING_MPS
  while (topSpeedMps < geared && gaining(topSpeedMps) > 1e-3) topSpeedMps += STEP_MPS
  const reaches = topSpeedMps >= HUNDRED_MPS
  let time = 0
  let gear = gearAt(STANDING_MPS)
  for (let v = STANDING_MPS; v < HUNDRED_MPS && reaches; v += STEP_MPS) {
    time += STEP_MPS / Math.max(1e-3, gaining(v + STEP_MPS / 2))
    const next = gearAt(v + STEP_MPS)
    if (next > gear) time += vehicle.shiftTimeS
    gear = next
  }
  let metres = 0
  for (let v = HUNDRED_MPS; v > STANDING_MPS; v -= STEP_MPS) {
    const middle = v - STEP_MPS / 2
    metres += (middle * STEP_MPS) / Math.max(1e-3, forces.slowingMps2(0, middle * middle))
  }
  return {
    powerKw: powerKwOf(vehicle),
    topSpeedMps,
    topSpeedByGearing: topSpeedMps >= geared - STEP_MPS,
    zeroToHundredS: reaches ? time : null,
    hundredToZeroM: reaches ? metres : null,
    corneringG: (forces.turnablePerM(0, SIXTY_MPS * SIXTY_MPS, 1) * SIXTY_MPS * SIXTY_MPS) / GRAVITY_MPS2,
  }
}

/** Force at the wheels in one gear by speed, and the speed at which it is shifted out of. */
interface GearForce {
  readonly gear: number
  /** [m/s, N] from idle to the redline */
  readonly points: readonly (readonly [number, number])[]
  readonly shiftMps: number
}

interface DriveForces {
  readonly gears: readonly GearForce[]
  /** [m/s, N]: what the driven tyres can put down, straight and level */
  readonly gripLimit: readonly (readonly [number, number])[]
  /** [m/s, N]: drag and rolling */
  readonly resistance: readonly (readonly [number, number])[]
}

const PLOT_POINTS = 40

/** Drive force in each gear with its shift points, against what the driven tyres hold and the resistances. */
export function driveForces(vehicle: Vehicle): DriveForces {
  const { massKg, finalDrive, wheelRadiusM, drivelineEfficiency, redlineRpm, shiftRpm, torqueNm } = vehicle
  const mpsAt = (rpm: number, ratio: number) => (rpm * Math.PI * wheelRadiusM) / (30 * ratio * finalDrive)
  const idle = Math.min(torqueNm[0]![0] || redlineRpm * 0.1, redlineRpm * 0.9)
  const { topSpeedMps } = drivetrainOf(vehicle)
  const over = (force: (v: number) => number) =>
    Array.from({ length: PLOT_POINTS + 1 }, (_, k) => [(topSpeedMps * k) / PLOT_POINTS, force((topSpeedMps * k) / PLOT_POINTS)] as const)
  return {
    gears: vehicle.gears.map((ratio, g) => ({
      gear: g + 1,
      shiftMps: mpsAt(shiftRpm, ratio),
      points: Array.from({ length: PLOT_POINTS + 1 }, (_, k) => {
        const rpm = idle + ((redlineRpm - idle) * k) / PLOT_POINTS
        return [mpsAt(rpm, ratio), (torqueNmAt(torqueNm, rpm) * ratio * finalDrive * drivelineEfficiency) / wheelRadiusM] as const
      }),
    })),
    gripLimit: over(
      (v) => vehicle.muDrive * vehicle.drivenShare * (massKg * GRAVITY_MPS2 + 0.5 * AIR_DENSITY * vehicle.downforceAreaM2 * v * v),
    ),
    resistance: over((v) => 0.5 * AIR_DENSITY * vehicle.dragAreaM2 * v * v + vehicle.rollingCoeff * massKg * GRAVITY_MPS2),
  }
}
