/** When in a corner a fault shows. */
type FaultPhase = 'approach' | 'braking' | 'turn-in' | 'middle' | 'exit' | 'straight' | 'traffic' | 'any'

/** A fault as instructors name it: two letters, typed at the wall and tapped in the seat. */
export interface Fault {
  readonly code: string
  readonly name: string
  readonly phase: FaultPhase
  /** likely earlier causes, the likeliest first */
  readonly because: readonly string[]
  /** what to do instead: {mark} is a place, and what stands in [brackets] is said only where its amount was measured */
  readonly advice: string
  /** mark the advice names, by the duty of its cone */
  readonly markDuty: 'brake' | 'turn' | 'apex' | 'exit' | null
}

const rows: readonly (readonly [string, string, FaultPhase, string, string, Fault['markDuty']])[] = [
  ['ly', 'lift too early', 'approach', 'en', 'stay on the power to {mark}', 'brake'],
  ['be', 'brakes early', 'braking', 'en', 'brake at {mark}[, {m} m later]', 'brake'],
  ['bl', 'brakes late', 'braking', 'en ri', 'brake at {mark}[, {m} m earlier]; slower in', 'brake'],
  ['bs', 'soft first push', 'braking', 'be', 'firm at once, then bleed off', null],
  ['bh', 'slowed too much', 'braking', 'be bs', 'carry [{kmh} km/h ]more to the apex', null],
  ['bd', 'brakes twice', 'braking', 'be', 'one brake zone: start [{m} m ]later, hold it', null],
  ['br', 'snaps off the brake', 'braking', 'bl', 'ease the last third off[ over {s} s]', null],
  ['bo', 'brake held past where it helps', 'braking', 'bl', 'be off it by {mark}', 'turn'],
  ['lk', 'wheels lock', 'braking', 'bl pa', 'squeeze, don’t stab; ease and re-apply', null],
  ['dg', 'brakes at an angle', 'approach', 'en', 'straight beside the edge until {mark}', 'turn'],
  ['te', 'turns in early', 'turn-in', 'bh be en', 'wait[ {m} m]: turn at {mark}', 'turn'],
  ['tl', 'turns in late', 'turn-in', 'bl en', 'start turning [{m} m ]sooner, at {mark}', 'turn'],
  ['tn', 'steers in steps', 'turn-in', 'te en', 'one turn of the wheel, slower hands', null],
  ['ae', 'apex early', 'middle', 'te', 'clip {mark}[, {m} m further round]', 'apex'],
  ['am', 'misses the apex', 'middle', 'tl bl en', '[{m} m ]closer at {mark}', 'apex'],
  ['ak', 'uses a kerb to be left alone', 'middle', 'ae', 'stay [{m} m ]off that kerb', null],
  ['co', 'coasts', 'middle', 'be bh', 'no gap: brake, then steady throttle', null],
  ['pe', 'throttle early, then lifts', 'exit', 'ae bh be', 'wait until the wheel opens, then once and for good', null],
  ['pl', 'throttle late, hesitant', 'exit', 'bl am en', 'squeeze from {mark}', 'apex'],
  ['pa', 'stabs the throttle', 'exit', 'pl', 'roll it on[ over {s} s]', null],
  ['xp', 'holds the wheel, pinches the exit', 'exit', 'pe ae en', 'let the wheel out towards {mark}', 'exit'],
  ['xn', 'leaves width unused', 'exit', 'xp en', 'let it run to {mark}[, {m} m wider]', 'exit'],
  ['xw', 'runs wide', 'exit', 'ae bl pe', 'slower in, later apex', null],
  ['sl', 'slides', 'any', 'pa br bl', 'eyes to the exit, steer to it, quick back', null],
  ['sp', 'spins', 'any', 'sl br pe', 'both feet in; drive straight off if it goes', null],
  ['of', 'leaves the track', 'any', 'bl xw ae', 'straight on, no steering back sharply', null],
  ['tr', 'crosses a line never to be crossed', 'any', 'xw ae', 'stay inside that line', null],
  ['cn', 'hits a cone', 'any', 'am en', 'look through it, not at it', null],
  ['en', 'eyes too near', 'any', '', 'look ahead, to {mark}', 'exit'],
  ['ec', 'watches the car ahead', 'any', '', 'drive your marks, not their car', null],
  ['hs', 'hands shuffle or wrong place', 'any', '', 'hands still at quarter to three', null],
  ['hf', 'fights the wheel, tense', 'any', '', 'loosen the grip, breathe', null],
  ['gw', 'wrong gear', 'any', 'gd', 'the planned gear here', null],
  ['ge', 'shifts up early', 'straight', '', 'hold it[ to {rpm} rpm]', null],
  ['gl', 'hits the limiter', 'straight', '', 'up [at {rpm} rpm, ]before the limiter', null],
  ['gd', 'downshifts late or rushed', 'braking', 'bl', 'shift down once slow enough, done before {mark}', 'turn'],
  ['ri', 'acts before the call, or against it', 'any', '', 'wait for the call', null],
  ['rp', 'passes where or how not allowed', 'any', '', 'on straights, on the signal, the agreed side', null],
  ['rf', 'misses a flag', 'any', 'en', 'eyes to the next post', null],
  ['sg', 'gap too small or too large', 'traffic', 'ec', '[{s} s ]to the car ahead', null],
  ['fa', 'tired, marks slipping', 'any', '', 'back off the pace, then rebuild; or stop', null],
]

/** Every fault, in the order of a corner. */
export const faults: readonly Fault[] = rows.map(([code, name, phase, because, advice, markDuty]) => ({
  code,
  name,
  phase,
  because: because === '' ? [] : because.split(' '),
  advice,
  markDuty,
}))

const byCode = new Map(faults.map((fault) => [fault.code, fault]))

/** A fault by its code; undefined for a code that is none. */
export const faultOf = (code: string): Fault | undefined => byCode.get(code)

/** What a student did well: logged as faults are, and said first. */
export const praises = [
  { code: 'mark', name: 'hit the mark' },
  { code: 'smooth', name: 'smooth' },
  { code: 'recovery', name: 'good recovery' },
  { code: 'patient', name: 'patient' },
  { code: 'eyes', name: 'eyes up' },
] as const

export const praiseName = (code: string): string => praises.find((p) => p.code === code)?.name ?? code

export const severityNames = { 1: 'note', 2: 'costs', 3: 'unsafe' } as const
export type Severity = keyof typeof severityNames

/**
 * Advice for a fault as one sentence, with its mark and what was measured.
 * @param mark - how to find the mark ("the 100 board"); without one the advice names the cone by its duty
 * @param amounts - measured amounts by the letters of the pattern: m, kmh, s, rpm
 */
export function adviceFor(fault: Fault, mark: string | null, amounts: Readonly<Record<string, string>> = {}): string {
  const measured = fault.advice.replace(/\[([^\]]*)\]/g, (_, part: string) => {
    const known = [...part.matchAll(/\{(\w+)\}/g)].every(([, key]) => amounts[key!] !== undefined)
    return known ? part.replace(/\{(\w+)\}/g, (_whole, key: string) => amounts[key]!) : ''
  })
  const place = mark ?? (fault.markDuty ? `the ${fault.markDuty} cone` : 'the mark')
  return measured.replace('{mark}', place)
}

/** A mark as advice names it. What goes on after it, an instructor wrote. */
const NAMED_MARK = '(?:the cone halfway between [^,;.]+ and [^,;.]+ boards|(?:(?! and | then | but )[^,;.]){1,60})'

/** Whether a text is the catalogue's advice for a fault, with any mark and any amounts, and not an instructor's own. */
export function isAdviceFor(fault: Fault, text: string): boolean {
  const literal = (part: string) => part.replaceAll(/[.*+?^${}()|[\]\\]/g, '\\$&')
  const pattern = fault.advice
    .split(/(\[[^\]]*\]|\{mark\})/)
    .map((part) => {
      if (part === '{mark}') return NAMED_MARK
      if (part.startsWith('[')) return `(?:${literal(part.slice(1, -1)).replaceAll(/\\\{\w+\\\}/g, '.+')})?`
      return literal(part)
    })
    .join('')
  return new RegExp(`^${pattern}$`).test(text)
}
