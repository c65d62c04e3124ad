import type { Vehicle } from '@ochote/contracts'
import { failure, success, type Outcome } from '../outcome/outcome'
import type { FieldProblem } from '@ochote/contracts'

/** One sample of a recorded drive; null for what was not recorded. */
export interface LapSample {
  readonly timeS: number
  readonly speedMps: number
  /** left positive, without gravity */
  readonly acrossMps2: number | null
}

/** What a recorded drive shows of a vehicle: the most that the driver used, so the vehicle can do at least this. */
export interface VehicleEstimate {
  /** null where lateral acceleration was not recorded */
  readonly muLat: number | null
  readonly muBrake: number
  readonly powerKw: number
  /** factor on the torque curve that gives the power used */
  readonly torqueFactor: number
  readonly samples: number
}

const G_MPS2 = 9.80665
const FEWEST_SAMPLES = 100
/** Single samples beyond this share count as noise. */
const COUNTED_SHARE = 0.985
/** Below this speed, power is not the limit. */
const POWER_FROM_MPS = 12
const AIR_DENSITY = 1.2
/** Accelerations are averaged over this time, s. */
const AVERAGED_S = 0.5

const share = (values: number[], of: number): number => {
  const sorted = values.sort((a, b) => a - b)
  return sorted[Math.min(sorted.length - 1, Math.floor(of * sorted.length))] ?? 0
}

/** Forward acceleration at each sample from speed, over half a second. */
function fromSpeed(samples: readonly LapSample[]): number[] {
  let from = 0
  let to = 0
  return samples.map(({ timeS }) => {
    while (samples[from]!.timeS < timeS - AVERAGED_S / 2) from++
    while (to < samples.length - 1 && samples[to]!.timeS < timeS + AVERAGED_S / 2) to++
    const [a, b] = [samples[from]!, samples[to]!]
    return b.timeS > a.timeS ? (b.speedMps - a.speedMps) / (b.timeS - a.timeS) : 0
  })
}

/**
 * Grip and power from a recorded drive on a level road. Lateral and braking grip are what was reached in all but the top 1.5 % of
 * the samples; power is mass × speed × (acceleration + drag + rolling) at the crank, in the same way. A drive shows only what the
 * driver used.
 * @returns a problem where the drive has too few samples or no speed
 */
export function identifyFromDrive(
  vehicle: Vehicle,
  powerKwNow: number,
  samples: readonly LapSample[],
): Outcome<VehicleEstimate, FieldProblem[]> {
  if (samples.length < FEWEST_SAMPLES)
    return failure([{ field: 'the recording', found: `${samples.length} samples`, expected: `${FEWEST_SAMPLES} or more` }])
  const { massKg, dragAreaM2, rollingCoeff, drivelineEfficiency } = vehicle
  const along = fromSpeed(samples)
  const resistance = (v: number) => (0.5 * AIR_DENSITY * dragAreaM2 * v * v) / massKg + rollingCoeff * G_MPS2
  const across = samples.flatMap((s) => (s.acrossMps2 === null ? [] : [Math.abs(s.acrossMps2)]))
  const braking = samples.map(({ speedMps }, i) => Math.max(0, -along[i]! - resistance(speedMps)))
  const power = samples.flatMap(({ speedMps: v }, i) =>
    v < POWER_FROM_MPS ? [] : [(massKg * v * (along[i]! + resistance(v))) / drivelineEfficiency / 1000],
  )
  const powerKw = share(power, COUNTED_SHARE)
  if (!(powerKw > 0))
    return failure([
      {
        field: 'the recording',
        found: 'nowhere gaining speed',
        expected: `full throttle somewhere above ${Math.round(POWER_FROM_MPS * 3.6)} km/h`,
      },
    ])
  return success({
    muLat: across.length < FEWEST_SAMPLES ? null : share(across, COUNTED_SHARE) / G_MPS2,
    muBrake: share(braking, COUNTED_SHARE) / G_MPS2,
    powerKw,
    torqueFactor: powerKw / powerKwNow,
    samples: samples.length,
  })
}
