import Papa from 'papaparse'
import type { Channel, Recording } from '../recording/recording'
import { GRAVITY_MPS2 } from '../vehicle/forces'

const DEG = 180 / Math.PI
/** Columns as they are written: header, factor from SI, decimals. */
const written: Readonly<Record<Channel, readonly [string, number, number]>> = {
  ...{ altM: ['alt_m', 1, 2], speedMps: ['speed_kmh', 3.6, 2], headingRad: ['heading_deg', DEG, 2], throttle: ['throttle_pct', 100, 1] },
  ...{ brake: ['brake_pct', 100, 1], steerRad: ['steer_deg', DEG, 1], gear: ['gear', 1, 0], rpm: ['rpm', 1, 0] },
  ...{ longMps2: ['long_g', 1 / GRAVITY_MPS2, 3], latMps2: ['lat_g', 1 / GRAVITY_MPS2, 3], lap: ['lap', 1, 0] },
  ...{ wheelFlMps: ['wheel_fl_kmh', 3.6, 2], wheelFrMps: ['wheel_fr_kmh', 3.6, 2] },
  ...{ wheelRlMps: ['wheel_rl_kmh', 3.6, 2], wheelRrMps: ['wheel_rr_kmh', 3.6, 2] },
}

/** A recording as `*.laps.csv`; its times are seconds since 1970 where it has a date. */
export function writeLaps({ timeS, latDeg, lonDeg, of, zeroAtMs }: Recording): string {
  const channels = Object.keys(of) as Channel[]
  const rows = Array.from(timeS, (t, i) => [
    ((zeroAtMs ?? 0) / 1000 + t).toFixed(3),
    latDeg[i]!.toFixed(8),
    lonDeg[i]!.toFixed(8),
    ...channels.map((channel) => {
      const [, factor, decimals] = written[channel]
      const value = of[channel]![i]!
      return Number.isNaN(value) ? '' : (value * factor).toFixed(decimals)
    }),
  ])
  return Papa.unparse({ fields: ['time_s', 'lat', 'lon', ...channels.map((channel) => written[channel][0])], data: rows })
}
