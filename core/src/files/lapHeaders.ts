import Papa from 'papaparse'
import { knownColumn } from './lapColumns'

/** A column of a table, as it is offered to someone who knows what it is. */
export interface OfferedColumn {
  readonly header: string
  /** its first values, as they are written */
  readonly first: readonly string[]
  readonly isKnown: boolean
  /** the known column that it most likely is; null where nothing suggests one */
  readonly guess: string | null
}

/** Known columns as they can be chosen, each with its unit. */
export const lapColumnChoices: readonly { readonly name: string; readonly says: string }[] = [
  ...[
    { name: 'time_s', says: 'time, s' },
    { name: 'time_ms', says: 'time, ms' },
  ],
  ...[
    { name: 'lat', says: 'latitude, degrees' },
    { name: 'lon', says: 'longitude, degrees' },
    { name: 'alt_m', says: 'height, m' },
  ],
  ...[
    { name: 'speed_kmh', says: 'speed, km/h' },
    { name: 'speed_mph', says: 'speed, mph' },
    { name: 'speed_mps', says: 'speed, m/s' },
  ],
  ...[
    { name: 'speed_kn', says: 'speed, knots' },
    { name: 'heading_deg', says: 'heading, degrees from north' },
  ],
  ...[
    { name: 'throttle_pct', says: 'throttle, %' },
    { name: 'brake_pct', says: 'brake, %' },
    { name: 'brake_bar', says: 'brake pressure, bar' },
  ],
  ...[
    { name: 'steer_deg', says: 'steering wheel, degrees, left positive' },
    { name: 'gear', says: 'gear' },
    { name: 'rpm', says: 'engine speed, rpm' },
  ],
  ...[
    { name: 'long_g', says: 'acceleration along, g' },
    { name: 'lat_g', says: 'acceleration to the left, g' },
    { name: 'lap', says: 'lap' },
  ],
  ...(['front left', 'front right', 'rear left', 'rear right'] as const).map((wheel) => ({
    name: `wheel_${wheel[0]}${wheel.split(' ')[1]![0]}_kmh`,
    says: `speed of the wheel ${wheel}, km/h`,
  })),
]

/** Parts of names in several languages, with the column that they suggest; the first that fits counts. */
const hints: readonly (readonly [RegExp, string])[] = [
  ...([
    [/lat.*(acc|g$|kraft)|quer/, 'lat_g'],
    [/(long|lon).*(acc|g$|kraft)|laengs/, 'long_g'],
  ] as const),
  ...([
    [/wh(ee)?l.*(fl|lf|fr.*le)|rad.*[ _-]vl/, 'wheel_fl_kmh'],
    [/wh(ee)?l.*(fr|rf)|rad.*[ _-]vr/, 'wheel_fr_kmh'],
    [/wh(ee)?l.*(rl|lr|re.*le)|rad.*[ _-]hl/, 'wheel_rl_kmh'],
    [/wh(ee)?l.*(rr|re.*ri)|rad.*[ _-]hr/, 'wheel_rr_kmh'],
  ] as const),
  ...([
    [/lat|breite/, 'lat'],
    [/lon|lng|laenge/, 'lon'],
    [/mph/, 'speed_mph'],
    [/knot|kt/, 'speed_kn'],
  ] as const),
  ...([
    [/sp(ee)?d|vel|vitesse|geschw/, 'speed_kmh'],
    [/thr|tps|accel|gas/, 'throttle_pct'],
    [/press|bar/, 'brake_bar'],
  ] as const),
  ...([
    [/br(a?k|ems)|frein/, 'brake_pct'],
    [/steer|lenk|volant|swa/, 'steer_deg'],
    [/gear|gang|rapport/, 'gear'],
  ] as const),
  ...([
    [/rpm|drehzahl|engine/, 'rpm'],
    [/head|cours|bear|kurs/, 'heading_deg'],
    [/alt|elev|hoehe/, 'alt_m'],
  ] as const),
  ...([
    [/millis/, 'time_ms'],
    [/time|zeit|temps|sec/, 'time_s'],
  ] as const),
]

const SHOWN = 4
const FIRST_CHARACTERS = 40_000

/** The columns of a table of recorded laps, with a guess for each that is not known by its name. Empty for GPX. */
export function lapHeaders(text: string): OfferedColumn[] {
  const start = text.slice(0, FIRST_CHARACTERS).replace(/^\uFEFF/, '')
  if (/^\s*</.test(start)) return []
  const { data } = Papa.parse<string[]>(start, { skipEmptyLines: 'greedy', preview: SHOWN + 1 })
  const [headers = [], ...rows] = data
  return headers.map((header, k) => {
    const plain = header.toLowerCase().replaceAll('ä', 'ae').replaceAll('ö', 'oe').replaceAll('ü', 'ue')
    return {
      ...{ header, first: rows.map((row) => row[k] ?? ''), isKnown: knownColumn(header) !== null },
      guess: hints.find(([pattern]) => pattern.test(plain))?.[1] ?? null,
    }
  })
}
