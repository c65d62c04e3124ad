import { wheelChannels, type Channel } from '../recording/recording'
import { GRAVITY_MPS2 } from '../vehicle/forces'

type Known = Channel | 'timeS' | 'latDeg' | 'lonDeg'

/** A column of a file: what it is, and the factor to SI. */
export interface KnownColumn {
  readonly is: Known
  readonly factor: number
}

const RAD = Math.PI / 180
const names: Readonly<Record<string, Known>> = {
  ...{ time: 'timeS', t: 'timeS', timestamp: 'timeS', elapsed: 'timeS', elapsedtime: 'timeS', sessiontime: 'timeS' },
  ...{ lat: 'latDeg', latitude: 'latDeg', gpslat: 'latDeg', gpslatitude: 'latDeg' },
  ...{ lon: 'lonDeg', lng: 'lonDeg', long: 'lonDeg', longitude: 'lonDeg', gpslon: 'lonDeg', gpslongitude: 'lonDeg' },
  ...{ alt: 'altM', altitude: 'altM', ele: 'altM', elevation: 'altM', height: 'altM' },
  ...{ speed: 'speedMps', v: 'speedMps', velocity: 'speedMps', gpsspeed: 'speedMps' },
  ...{ heading: 'headingRad', course: 'headingRad', bearing: 'headingRad' },
  ...{ throttle: 'throttle', tps: 'throttle', pedal: 'throttle', accelerator: 'throttle' },
  ...{ brake: 'brake', brakepressure: 'brake', brakes: 'brake' },
  ...{ steer: 'steerRad', steering: 'steerRad', steeringangle: 'steerRad', wheel: 'steerRad' },
  ...{ gear: 'gear', rpm: 'rpm', enginespeed: 'rpm', lap: 'lap', lapnumber: 'lap' },
  ...{ wheelfl: 'wheelFlMps', wheelfr: 'wheelFrMps', wheelrl: 'wheelRlMps', wheelrr: 'wheelRrMps' },
  ...{ wheelspeedfl: 'wheelFlMps', wheelspeedfr: 'wheelFrMps', wheelspeedrl: 'wheelRlMps', wheelspeedrr: 'wheelRrMps' },
  ...{ longacc: 'longMps2', accx: 'longMps2', latacc: 'latMps2', accy: 'latMps2' },
}

/** Names that have their unit in them. */
const inG: Readonly<Record<string, Known>> = {
  ...{ longg: 'longMps2', longitudinalg: 'longMps2', gx: 'longMps2', latg: 'latMps2', lateralg: 'latMps2', gy: 'latMps2' },
}
/** Speeds and accelerations come in units that look alike: without one, nothing is guessed. */
const needsUnit: readonly Known[] = ['speedMps', 'longMps2', 'latMps2', ...wheelChannels]

const SPEEDS = { kmh: 1 / 3.6, kph: 1 / 3.6, mph: 0.44704, mps: 1, ms: 1, kn: 0.514444, kt: 0.514444 }

/** Units by what they stand behind, each with the factor to SI; the first is taken where the name has none, but for those above. */
const units: Readonly<Record<Known, Readonly<Record<string, number>>>> = {
  timeS: { s: 1, sec: 1, seconds: 1, ms: 0.001 },
  latDeg: { deg: 1, degrees: 1 },
  lonDeg: { deg: 1, degrees: 1 },
  altM: { m: 1, ft: 0.3048 },
  speedMps: SPEEDS,
  headingRad: { deg: RAD, degrees: RAD, rad: 1 },
  throttle: { pct: 0.01, percent: 0.01, share: 1 },
  brake: { pct: 0.01, percent: 0.01, bar: 1, share: 1, psi: 0.0689476 },
  steerRad: { deg: RAD, degrees: RAD, rad: 1 },
  gear: { '': 1 },
  rpm: { '': 1, rpm: 1 },
  longMps2: { g: GRAVITY_MPS2, mps2: 1, ms2: 1 },
  latMps2: { g: GRAVITY_MPS2, mps2: 1, ms2: 1 },
  lap: { '': 1 },
  ...{ wheelFlMps: SPEEDS, wheelFrMps: SPEEDS, wheelRlMps: SPEEDS, wheelRrMps: SPEEDS },
}

const plain = (text: string) =>
  text
    .toLowerCase()
    .replaceAll('%', 'pct')
    .replaceAll('°', 'deg')
    .replace(/[^a-z0-9]/g, '')

/** What a column is by its name, whose unit stands at its end or in brackets; null where nothing is known of it. */
export function knownColumn(header: string): KnownColumn | null {
  const [, bare = header, bracketed] = /^(.*?)[[(]([^\])]*)[\])]\s*$/.exec(header) ?? []
  const name = plain(bare)
  if (Object.hasOwn(inG, name)) return { is: inG[name]!, factor: GRAVITY_MPS2 }
  const own = Object.hasOwn(names, name) ? names[name]! : null
  if (own !== null) {
    const unit = bracketed === undefined ? null : plain(bracketed)
    if (unit === null && needsUnit.includes(own)) return null
    const of = units[own]
    const factor = unit === null ? Object.values(of)[0]! : Object.hasOwn(of, unit) ? of[unit]! : null
    return factor === null ? null : { is: own, factor }
  }
  // the unit is at the end of the name, such as in speed_kmh
  for (let at = name.length - 1; at > 0; at--) {
    const [head, unit] = [name.slice(0, at), name.slice(at)]
    if (!Object.hasOwn(names, head)) continue
    const is = names[head]!
    if (Object.hasOwn(units[is], unit)) return { is, factor: units[is][unit]! }
  }
  return null
}
