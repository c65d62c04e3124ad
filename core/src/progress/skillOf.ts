import type { SkillName } from '@ochote/contracts'

/** Skills of a driver. */
export const skillNames = [
  'vision',
  'braking',
  'turn-in',
  'apex',
  'throttle',
  'exit',
  'gears',
  'smoothness',
  'traffic and rules',
  'recovery',
] as const satisfies readonly SkillName[]

/** The faults of each skill, by their codes. Tiredness is no skill. */
const faultsOf: Readonly<Record<SkillName, readonly string[]>> = {
  vision: ['en'],
  braking: ['ly', 'be', 'bl', 'bs', 'bh', 'bd', 'br', 'bo', 'lk', 'dg'],
  'turn-in': ['te', 'tl'],
  apex: ['ae', 'am', 'ak'],
  throttle: ['co', 'pe', 'pl', 'pa'],
  exit: ['xp', 'xn', 'xw'],
  gears: ['gw', 'ge', 'gl', 'gd'],
  smoothness: ['tn', 'hs', 'hf'],
  'traffic and rules': ['ec', 'ri', 'rp', 'rf', 'sg'],
  recovery: ['sl', 'sp', 'of', 'tr', 'cn'],
}
const skillByFault = new Map(skillNames.flatMap((skill) => faultsOf[skill].map((code) => [code, skill] as const)))

/** The skill that a fault is one of; undefined for tiredness and for a code that is none. */
export const skillOf = (code: string): SkillName | undefined => skillByFault.get(code)

/** What praise shows. "Hit the mark" does not say which mark, so it shows none. */
const praised: Readonly<Record<string, SkillName>> = { eyes: 'vision', smooth: 'smoothness', recovery: 'recovery', patient: 'throttle' }
export const skillPraised = (code: string): SkillName | undefined => praised[code]

/**
 * Skills that recorded laps can show to be there, with the faults a logger has to be able to find for that. Where a car went is no proof of
 * eyes, of manners, or of a slide that was caught.
 */
export const shownByLaps: Readonly<Partial<Record<SkillName, readonly string[]>>> = {
  braking: ['be', 'bl', 'bd'],
  'turn-in': ['te', 'tl'],
  apex: ['ae', 'am'],
  throttle: ['co', 'pe', 'pl', 'pa'],
  exit: ['xn', 'xw'],
  gears: ['gw'],
  smoothness: ['tn'],
}
