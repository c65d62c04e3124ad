import type { Units } from '@ochote/contracts'
import { adviceFor, faultOf } from '../faults/catalogue'
import { fineLength, unitSets, wholeLength } from '../geometry/units'
import { wrapStation, type Track } from '../geometry/track'
import type { AnalysedPass } from './analysis'
import type { Finding } from './findings'
import { RUSHED_FROM_M, type FindableFault } from './limits'
import { isSameApex, type Pass } from './passes'

const KMH = 3.6
/** Sizes below this many metres are given to a tenth. */
const FINE_BELOW_M = 5
const counted: Readonly<Partial<Record<FindableFault, string>>> = { bd: 'push', tn: 'step', pe: 'lift', gw: 'gear' }

/** The size of a finding in the school's units: "14 m", "6 km/h", "0.6 s", "3 steps". */
export function sizeWords({ fault, size, unit }: Pick<Finding, 'fault' | 'size' | 'unit'>, units: Units): string {
  if (unit === 'm') return size < FINE_BELOW_M ? fineLength(size, units) : wholeLength(size, units)
  if (unit === 'km/h') return `${Math.round(size / KMH / unitSets[units].speedMps)} ${unitSets[units].speed}`
  if (unit === 'rpm') return `${Math.round(size)} rpm`
  if (unit === 's') return `${size.toFixed(1)} s`
  const noun = counted[fault] ?? 'time'
  const plural = noun === 'push' ? 'pushes' : `${noun}s`
  return `${size} ${size === 1 ? noun : plural}`
}

/** What a finding says as advice, with what was measured. */
export function adviceOn(finding: Finding, mark: string | null, units: Units): string {
  const words = sizeWords(finding, units)
  const amounts: Record<string, string> = {}
  // the catalogue’s patterns carry the unit: {m} m, {kmh} km/h, {s} s
  if (finding.unit === 'm' && units === 'metric') amounts.m = words.replace(/ m$/, '')
  if (finding.unit === 'km/h' && units === 'metric') amounts.kmh = words.replace(/ km\/h$/, '')
  return adviceFor(faultOf(finding.fault)!, mark, amounts)
}

/** A place of a pass, in the words of the table: where it was, and against the plan. */
type PlaceName = 'brakeStartM' | 'brakeEndM' | 'liftM' | 'turnInM' | 'insideAtM' | 'throttleOnM' | 'fullThrottleM'
const placeWords: Readonly<Record<PlaceName, string>> = {
  ...{ brakeStartM: 'Braking began', brakeEndM: 'The brake was off', liftM: 'The throttle was let go', turnInM: 'The turn began' },
  ...{
    insideAtM: 'The car was nearest the inside',

    throttleOnM: 'The throttle came on',
    fullThrottleM: 'The throttle was fully open',
  },
}
const restsOn: Readonly<Partial<Record<FindableFault, readonly PlaceName[]>>> = {
  ...{ ly: ['liftM'], be: ['brakeStartM'], bl: ['brakeStartM'], bo: ['brakeEndM'], te: ['turnInM'], tl: ['turnInM'], ae: ['insideAtM'] },
  ...{ pl: ['throttleOnM', 'fullThrottleM'], am: ['insideAtM'], pe: ['throttleOnM'] },
}

/** What a finding rests on, each as a sentence: the numbers of the pass beside those of the plan. */
export function evidenceFor(track: Track, on: AnalysedPass, finding: Finding, units: Units): string[] {
  const { pass, planned, onM } = on
  const lines = (restsOn[finding.fault] ?? []).flatMap((name) => {
    const [own, wanted] = [pass[name], planned[name]]
    if (own === null || wanted === null) return []
    const at = wholeLength(wrapStation(track, own), units)
    return [`${placeWords[name]} at ${at}, ${againstPlan(own - onM - wanted, units)}.`]
  })
  return [...lines, ...figures(finding, on, units)]
}

function againstPlan(laterM: number, units: Units): string {
  const by = Math.abs(laterM)
  if (by < 0.5) return 'where the plan has it'
  return `${by < FINE_BELOW_M ? fineLength(by, units) : wholeLength(by, units)} ${laterM > 0 ? 'after' : 'before'} the planned place`
}

type Words = Record<'kmh' | 'fine' | 'whole', (value: number) => string>
/** @param onM - from the plan’s lap to this one, m along */
type Figures = (pass: Pass, planned: Pass, finding: Finding, words: Words, onM: number) => string
const times = (n: number) => (n === 1 ? 'once' : `${n} times`)
const percent = (share: number | null) => (share === null ? 'an unknown part' : `${Math.round(100 * share)} %`)
const s = (value: number | null) => (value === null ? 'not measured' : `${value.toFixed(2)} s`)

/** Faults that rest on more than a place. */
const figuresOf: Readonly<Partial<Record<FindableFault, Figures>>> = {
  bh: (pass, planned, _, { kmh }) => `Slowest speed ${kmh(pass.minSpeedMps)}; the plan has ${kmh(planned.minSpeedMps)}.`,
  dg: (_pass, _planned, { size }, { fine }) => `While braking, the car moved across the road by ${fine(size)} more or less than planned.`,
  pa: () => 'The throttle went from hardly any to nearly all within a quarter of a second.',
  bs: (pass, planned) =>
    `From the first touch to most of the pressure took ${s(pass.brakeRiseS)}; the plan takes ${s(planned.brakeRiseS)}.`,
  br: (pass, planned) => `From half the pressure to none took ${s(pass.brakeFallS)}; the plan takes ${s(planned.brakeFallS)}.`,
  bd: (pass, planned) => `The brake was pushed ${pass.applications} times; the plan has ${planned.applications}.`,
  co: (pass, planned) => `Neither pedal for ${s(pass.coastS)}; the plan has ${s(planned.coastS)}.`,
  lk: (_pass, _planned, { size }) => `A wheel turned at under seven tenths of the car’s speed for ${s(size)} while braking.`,
  tn: (pass) => `The wheel was turned further in ${pass.steps} times before the apex.`,
  pe: (pass, _planned, { size }) =>
    `The throttle was lifted ${times(pass.lifts)} before it was fully open; here it is usually ${pass.lifts > size ? `lifted ${times(pass.lifts - size)}` : 'not lifted'}.`,
  am: (pass, planned, { size }, { fine }, onM) =>
    isSameApex(pass.insideAtM - onM, planned.insideAtM)
      ? `The car came to ${fine(planned.insideM - pass.insideM)} further from the inside edge than planned.`
      : `At the planned apex the car was about ${fine(size)} further from the inside edge than planned.`,
  xn: (pass, planned, _, { fine }) => `At the exit the car was ${fine(planned.outsideM - pass.outsideM)} further in than planned.`,
  xp: (pass, planned) =>
    `On the way out the wheel still had ${percent(pass.heldShare)} of its most; the plan has ${percent(planned.heldShare)}.`,
  gd: (pass, planned, { size }, { whole }, onM) => {
    if (pass.rushed && pass.rushed.byM >= RUSHED_FROM_M)
      return `The change down came too soon: the engine was beyond its limit for ${whole(pass.rushed.byM)}.`
    const laterM = pass.downM! - onM - planned.turnInM
    const usualM = laterM - size
    const usual = usualM < 0.5 ? 'by the turn-in' : `by ${whole(usualM)} after it`
    return `The last change down came ${whole(laterM)} after the planned turn-in; here it is usually done ${usual}.`
  },
  gw: (pass, planned) => `Gear ${pass.gear} when the throttle was open again; the plan has gear ${planned.gear}.`,
  of: (_pass, _planned, { size }, { fine }) => `The middle of the car was ${fine(size)} over the edge of the road.`,
  ak: (_pass, _planned, { size }, { fine }) => `The side of the car was ${fine(size)} beyond where that kerb begins.`,
  tr: (_pass, _planned, { size }, { fine }) => `The side of the car was ${fine(size)} beyond that line.`,
  xw: (pass, planned, _, { fine }) => `At the exit the car was ${fine(pass.outsideM - planned.outsideM)} further out than planned.`,
  sl: (_pass, _planned, { size }) => `The wheel was turned against the bend for ${s(size)}.`,
  ge: (_pass, _planned, { size }) => `The gear was changed ${Math.round(size)} rpm before the plan’s shift point, at full throttle.`,
  gl: (_pass, _planned, { size }) => `The engine was at its limit for ${s(size)}.`,
}

const ofGears: readonly FindableFault[] = ['gw', 'gd', 'ge']

function figures(finding: Finding, { pass, planned, onM }: AnalysedPass, units: Units): string[] {
  const kmh = (mps: number) => `${Math.round(mps / unitSets[units].speedMps)} ${unitSets[units].speed}`
  const words = { kmh, fine: (m: number) => fineLength(m, units), whole: (m: number) => wholeLength(m, units) }
  const line = figuresOf[finding.fault]?.(pass, planned, finding, words, onM)
  const derived = ofGears.includes(finding.fault) && pass.isGearDerived ? ['Gears are worked out from engine speed and road speed.'] : []
  return [...(line === undefined ? [] : [line]), ...derived]
}
