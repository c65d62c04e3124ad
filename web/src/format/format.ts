import { unitSet } from './units'

/** 1:42.36 */
export function lapTime(seconds: number): string {
  const hundredths = Math.round(seconds * 100)
  const minutes = Math.floor(hundredths / 6000)
  const rest = ((hundredths % 6000) / 100).toFixed(2).padStart(5, '0')
  return `${minutes}:${rest}`
}

/** A running clock shows tenths: nobody can read hundredths while they change. */
export function runningTime(seconds: number): string {
  const tenths = Math.floor(seconds * 10)
  return `${Math.floor(tenths / 600)}:${((tenths % 600) / 10).toFixed(1).padStart(4, '0')}`
}

/** "104 km/h", or "65 mph" in a school that says so */
export const speed = (mps: number): string => `${speedNumber(mps)} ${unitSet().speed}`
export const speedNumber = (mps: number): number => Math.round(mps / unitSet().speedMps)
export const speedUnit = (): string => unitSet().speed

/** "14 m" or "15 yd" */
export const distance = (m: number): string => `${distanceNumber(m)} ${unitSet().length}`
export const distanceNumber = (m: number): number => Math.round(m / unitSet().lengthM)
export const distanceUnit = (): string => unitSet().length
/** "1.5 m" or "1.6 yd" */
export const fineDistance = (m: number): string => `${(m / unitSet().lengthM).toFixed(1)} ${unitSet().length}`
const toTenth = (value: number): string => String(Math.round(value * 10) / 10)
/** An amount that was given and is computed with: "5 m" or "5.5 yd". A tenth is shown where it is not whole. */
export const givenDistance = (m: number): string => `${toTenth(m / unitSet().lengthM)} ${unitSet().length}`
/** "3 km/h" or "1.9 mph" */
export const givenSpeed = (mps: number): string => `${toTenth(mps / unitSet().speedMps)} ${unitSet().speed}`
/** Whole units, rounded up, for what must be enough: "14 m" or "16 yd". */
export const distanceNeeded = (m: number): string => `${Math.ceil(m / unitSet().lengthM)} ${unitSet().length}`
/** a length of track: "2.90 km" or "1.80 miles" */
export const lapLength = (m: number): string => `${(m / unitSet().lapM).toFixed(2)} ${unitSet().lap}`

/** "0.31 s slower", "0.20 s quicker" */
export function difference(seconds: number): string {
  if (Math.abs(seconds) < 0.005) return 'the same time'
  return `${Math.abs(seconds).toFixed(2)} s ${seconds > 0 ? 'slower' : 'quicker'}`
}

/** "0.31 s slower than planned", "as quick as planned" */
export const differenceFrom = (seconds: number, what: string): string =>
  Math.abs(seconds) < 0.005 ? `as quick as ${what}` : `${difference(seconds)} than ${what}`

/** Parts of a date in English, in the order given, so that it reads the same in every browser. */
function parts(at: Date, named: Intl.DateTimeFormatOptions, between: string): string {
  const found = new Intl.DateTimeFormat('en-GB', named).formatToParts(at)
  const asked = Object.keys(named).filter((name) => name !== 'timeZone' && name !== 'hourCycle')
  return asked.map((name) => found.find(({ type }) => type === name)?.value).join(between)
}
/** A day has no time zone. */
const onDay = (day: string, named: Intl.DateTimeFormatOptions) =>
  parts(new Date(`${day.slice(0, 10)}T12:00Z`), { ...named, timeZone: 'UTC' }, ' ')

/** Saturday 17 October 2026 */
export const longDay = (day: string): string => onDay(day, { weekday: 'long', day: 'numeric', month: 'long', year: 'numeric' })
/** 17 Oct */
export const shortDay = (day: string): string => onDay(day, { day: 'numeric', month: 'short' })
/** 17 Oct 2026 */
export const datedDay = (day: string): string => onDay(day, { day: 'numeric', month: 'short', year: 'numeric' })

/** 14:02, on this device's clock */
export const clock = (iso: string): string => parts(new Date(iso), { hour: '2-digit', minute: '2-digit', hourCycle: 'h23' }, ':')
/** Today on this device's clock, as 2026-10-17 */
export const today = (): string => parts(new Date(), { year: 'numeric', month: '2-digit', day: '2-digit' }, '-')

/** "1 lap", "3 laps", "2 entries" */
export const count = (n: number, noun: string, plural = `${noun}s`): string => `${n} ${n === 1 ? noun : plural}`
