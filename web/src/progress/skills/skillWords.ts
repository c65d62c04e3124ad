import type { Bend, SkillName, SkillSignature } from '@ochote/contracts'
import {
  FAST_OVER_M,
  faultOf,
  skillLevels,
  SLIPPING,
  STEADY_LAPS,
  TIGHT_UNDER_M,
  type SkillLevel,
  type SkillPass,
  type SkillState,
} from '@ochote/core'
import { distance, shortDay } from '../../format/format'

export const levelWords: Readonly<Record<SkillLevel, string>> = {
  unknown: 'not known',
  ...{ 'not yet': 'not yet', seen: 'seen', steady: 'steady', kept: 'kept' },
}

export const capital = (words: string): string => words[0]!.toUpperCase() + words.slice(1)

/** Radius of a kind of corner, in the school's units. */
export const radiusWords = (bend: Bend): string =>
  bend === 'tight'
    ? `radius under ${distance(TIGHT_UNDER_M)}`
    : bend === 'fast'
      ? `over ${distance(FAST_OVER_M)}`
      : `${distance(TIGHT_UNDER_M)} to ${distance(FAST_OVER_M)}`

/** A skill at a kind of corner, such as "braking at tight corners". */
export const skillAt = (skill: SkillName, bend: Bend): string => `${skill} at ${bend} corners`

/** What a pass showed, in words. */
export function passWords({ result, codes }: SkillPass): string {
  const names = codes.map((code) => faultOf(code)?.name ?? code).join(', ')
  return result === 'clean' ? 'clean' : result === 'unsafe' ? `unsafe: ${names}` : names
}

export const sourceWords: Readonly<Record<SkillPass['by'], string>> = {
  ...{ log: 'log', recorded: 'recorded lap', both: 'log and recorded lap' },
}

/** The furthest step that is signed and was not withdrawn; null where there is none. */
export function signedStep(signatures: readonly SkillSignature[], skill: SkillName, bend: Bend): SkillSignature | null {
  const own = signatures.filter((one) => one.skill === skill && one.bend === bend && one.withdrawn === null)
  return own.reduce<SkillSignature | null>(
    (most, one) => (most && skillLevels.indexOf(most.level) >= skillLevels.indexOf(one.level) ? most : one),
    null,
  )
}

/** Why a skill is where it is. */
export function reasonWords({ passes, level, lastUnsafe, slips, steadyOn }: SkillState): string {
  if (passes.length === 0) return 'No pass has shown it.'
  const clean = passes.filter(({ result }) => result === 'clean').length
  const counted = `${clean} of ${passes.length} passes clean.`
  const unsafe =
    lastUnsafe &&
    `Unsafe on ${shortDay(lastUnsafe.date)}, lap ${lastUnsafe.lap}, corner ${lastUnsafe.corner}: the count starts again after it.`
  const days = steadyOn.map(shortDay).join(' and ')
  const steady =
    level === 'not yet'
      ? null
      : slips
        ? `Faults on ${SLIPPING.laps} of the last ${SLIPPING.of} laps.`
        : days === ''
          ? `Not yet ${STEADY_LAPS} laps in a row without a fault on one day.`
          : `${STEADY_LAPS} laps in a row without a fault on ${days}.`
  return [counted, unsafe, steady].filter((words) => words !== null).join(' ')
}
