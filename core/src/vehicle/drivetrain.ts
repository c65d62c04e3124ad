import type { Vehicle } from '@ochote/contracts'

/** Drive of an engine through its gears, tabulated by speed. */
export interface Drivetrain {
  /** speed above which no gear is available, m/s */
  readonly topSpeedMps: number
  /** most drive per unit of vehicle mass in the best gear, m/s² */
  driveMps2: (speedMps: number) => number
  /** change of that drive with speed, 1/s */
  driveSlope: (speedMps: number) => number
  /** gear (1 is first) that drives hardest of those below their shift point; the top gear beyond all shift points */
  gearAt: (speedMps: number) => number
  /** drive per unit of vehicle mass in a gear, m/s² */
  driveIn: (speedMps: number, gear: number) => number
  /** engine speed in a gear, 1/min */
  rpmAt: (speedMps: number, gear: number) => number
}

const TABLE_STEP_MPS = 0.02
const RPM_PER_RAD_PER_S = 60 / (2 * Math.PI)

/** Torque at an engine speed: linear between the given points, constant outside them. */
export function torqueNmAt(points: Vehicle['torqueNm'], rpm: number): number {
  const first = points[0]!
  if (rpm <= first[0]) return first[1]
  for (let i = 1; i < points.length; i++) {
    const [rpm1, torque1] = points[i]!
    if (rpm <= rpm1) {
      const [rpm0, torque0] = points[i - 1]!
      return torque0 + ((torque1 - torque0) * (rpm - rpm0)) / (rpm1 - rpm0)
    }
  }
  return points[points.length - 1]![1]
}

/** The drivetrain of a vehicle: T(rpm)·ratio·finalDrive·efficiency/(wheelRadius·mass), best gear at each speed. */
export function drivetrainOf(vehicle: Vehicle): Drivetrain {
  const known = drivetrains.get(vehicle)
  if (known) return known
  const made = makeDrivetrain(vehicle)
  drivetrains.set(vehicle, made)
  return made
}

/** Made once for each vehicle: a plan is driven again and again with small changes. */
const drivetrains = new WeakMap<Vehicle, Drivetrain>()

function makeDrivetrain(vehicle: Vehicle): Drivetrain {
  const { gears, finalDrive, wheelRadiusM, drivelineEfficiency, massKg, redlineRpm, shiftRpm } = vehicle
  const rpmPerMps = gears.map((ratio) => (ratio * finalDrive * RPM_PER_RAD_PER_S) / wheelRadiusM)
  const drivePerNm = gears.map((ratio) => (ratio * finalDrive * drivelineEfficiency) / (wheelRadiusM * massKg))
  const topSpeedMps = redlineRpm / Math.min(...rpmPerMps)
  const driveIn = (gear: number, speedMps: number) => torqueNmAt(vehicle.torqueNm, speedMps * rpmPerMps[gear]!) * drivePerNm[gear]!
  const bestDrive = (speedMps: number) => {
    let most = 0
    for (let gear = 0; gear < gears.length; gear++) {
      // a small slack, so that top speed itself has a gear
      if (speedMps * rpmPerMps[gear]! <= redlineRpm * (1 + 1e-9)) most = Math.max(most, driveIn(gear, speedMps))
    }
    return most
  }
  const cells = Math.ceil(topSpeedMps / TABLE_STEP_MPS)
  const table = Float64Array.from({ length: cells + 2 }, (_, i) => bestDrive(Math.min(i * TABLE_STEP_MPS, topSpeedMps)))
  return {
    topSpeedMps,
    driveMps2: (speedMps) => {
      if (speedMps > topSpeedMps * (1 + 1e-9)) return 0
      const at = speedMps / TABLE_STEP_MPS
      const cell = at | 0
      const low = table[cell]!
      return low + (table[cell + 1]! - low) * (at - cell)
    },
    driveSlope: (speedMps) => {
      const cell = (speedMps / TABLE_STEP_MPS) | 0
      return cell > cells ? 0 : (table[cell + 1]! - table[cell]!) / TABLE_STEP_MPS
    },
    gearAt: (speedMps) => {
      let best = gears.length - 1
      let most = -1
      for (let gear = 0; gear < gears.length; gear++) {
        const drive = driveIn(gear, speedMps)
        if (speedMps * rpmPerMps[gear]! <= shiftRpm * (1 + 1e-9) && drive > most) {
          most = drive
          best = gear
        }
      }
      return best + 1
    },
    driveIn: (speedMps, gear) => driveIn(gear - 1, speedMps),
    rpmAt: (speedMps, gear) => speedMps * rpmPerMps[gear - 1]!,
  }
}
