import { drivetrainOf } from '../vehicle/drivetrain'
import { toLonLat } from '../geometry/localMetres'
import type { DrivenLine } from '../corners/cornerPoints'
import type { Channel, Recording, wheelChannels } from '../recording/recording'
import type { PlanSolution } from '../plan/solvePlan'

/** Hard braking of this much is a full pedal, m/s². */
const FULL_BRAKE_MPS2 = 10

/**
 * Laps driven one after the other, as a logger would have recorded them: no noise is added, and the steering angle is left out.
 * @param laps - each begins at the start line
 */
export function recordLaps({ track, vehicle }: PlanSolution, laps: readonly DrivenLine[], rateHz: number): Recording {
  const columns: Record<
    'timeS' | 'latDeg' | 'lonDeg' | Exclude<Channel, 'altM' | 'headingRad' | 'steerRad' | (typeof wheelChannels)[number]>,
    number[]
  > = {
    ...{ timeS: [], latDeg: [], lonDeg: [], speedMps: [], throttle: [], brake: [], gear: [], rpm: [], longMps2: [], latMps2: [], lap: [] },
  }
  const { rpmAt } = drivetrainOf(vehicle)
  let beganS = 0
  laps.forEach(({ path, trace }, lap) => {
    let i = 0
    for (let k = Math.ceil(beganS * rateHz); k / rateHz < beganS + trace.lapTimeS; k++) {
      const sinceS = k / rateHz - beganS
      while (i + 1 < track.count && trace.timeS[i + 1]! <= sinceS) i++
      const j = (i + 1) % track.count
      const endS = j === 0 ? trace.lapTimeS : trace.timeS[j]!
      const t = Math.min(1, (sinceS - trace.timeS[i]!) / (endS - trace.timeS[i]!))
      const at = (of: Float64Array) => of[i]! + (of[j]! - of[i]!) * t
      const { lat, lon } = toLonLat(track.circuit.frame, at(path.x), at(path.y))
      const speed = at(trace.speedMps)
      const row = {
        ...{ timeS: k / rateHz, latDeg: lat, lonDeg: lon, speedMps: speed, throttle: at(trace.throttleShare), lap: lap + 1 },
        ...{ brake: at(trace.brakeMps2) / FULL_BRAKE_MPS2, gear: trace.gear[i]!, rpm: rpmAt(speed, trace.gear[i]!) },
        ...{ longMps2: at(trace.axMps2), latMps2: at(trace.ayMps2) },
      }
      for (const name of Object.keys(columns) as (keyof typeof columns)[]) columns[name].push(row[name])
    }
    beganS += trace.lapTimeS
  })
  const { timeS, latDeg, lonDeg, ...of } = columns
  return {
    ...{ timeS: Float64Array.from(timeS), latDeg: Float64Array.from(latDeg), lonDeg: Float64Array.from(lonDeg) },
    of: Object.fromEntries(Object.entries(of).map(([name, values]) => [name, Float64Array.from(values)])),
    zeroAtMs: null,
    report: { rows: timeS.length, dropped: { repeated: 0, backwards: 0, noPosition: 0, cutOff: 0 }, unknown: [] },
  }
}
