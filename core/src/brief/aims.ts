import type { Aim } from '@ochote/contracts'
import { adviceFor, faultOf, faults, isAdviceFor } from '../faults/catalogue'
import type { Cone } from '../cones/coneEdits'

/** How to find a corner's mark of a duty in the plan that is driven; null where it has none. */
export type MarkOf = (corner: string, duty: string) => string | null

/** An aim in words: "Corner 3: brake at the cone 68 m before the 150 board". Without a plan at hand it names no place. */
export function aimWords(aim: Aim, markOf: MarkOf | null): string {
  if (aim.kind === 'words') return aim.words
  const fault = faultOf(aim.code)
  if (!fault) return `Corner ${aim.corner}`
  return `Corner ${aim.corner}: ${adviceFor(fault, fault.markDuty && markOf ? markOf(aim.corner, fault.markDuty) : null)}`
}

/** The aim for something to work on. Advice from the catalogue makes an aim that follows its mark; an instructor's own advice stays as it was written. */
export function aimFrom({ corner, code, advice }: { corner: string; code: string; advice: string }): Aim {
  const fault = faultOf(code)
  if (fault && isAdviceFor(fault, advice)) return { kind: 'mark', corner, code }
  return { kind: 'words', words: `Corner ${corner}: ${advice}`.slice(0, 160) }
}

/** Every aim that the plan's marks can carry, corner by corner in the order of the lap. */
export function aimsOffered(corners: readonly { readonly number: string }[], markOf: MarkOf): Aim[] {
  return corners.flatMap(({ number }) =>
    faults
      .filter(({ markDuty }) => markDuty !== null && markOf(number, markDuty) !== null)
      .map(({ code }): Aim => ({ kind: 'mark', corner: number, code })),
  )
}

/** The corner that an aim names; undefined where it names none. */
export const cornerOfAim = (aim: Aim): string | undefined =>
  aim.kind === 'mark' ? aim.corner : /\b(?:corner|turn)\s+(\d+\w?)\b/i.exec(aim.words)?.[1]

/** Places as instructors write them: "50 m before the 150 board", "at the 100 board", "halfway between the 100 and the 50". */
const PLACES = [
  /\b\d+(?:[.,]\d+)?\s*(?:m|metres|yd|yards)\s+(?:before|past|after)\s+the\s+[\w-]+(?:\s+board)?/gi,
  /\bat\s+the\s+\d+(?:\s+board)?/gi,
  /\bhalfway between the \d+ and the \d+(?:\s+boards?)?/gi,
]
const plain = (text: string) =>
  text
    .toLowerCase()
    .replaceAll(/\bafter\b/g, 'past')
    .replaceAll(/\s*boards?\b/g, '')
    .replaceAll(/\s+/g, ' ')

/** What a duty is called in an aim, to compare it with the right mark. */
const DUTY_WORDS: readonly (readonly [RegExp, readonly Cone['duty'][]])[] = [
  [/\bbrak/i, ['brake', 'lift']],
  [/\blift/i, ['lift']],
  [/\bturn\b(?! \d)/i, ['turn', 'brake', 'lift']], // a turn mark may be merged with the one before it
  [/\b(apex|clip)/i, ['apex', 'hold']],
  [/\b(exit|run out)/i, ['exit', 'hold']],
]

/** A place in an aim's own words that no mark of the plan has, and where the plan's marks are. */
export interface AimClash {
  /** as it was written */
  readonly place: string
  /** where the marks that are meant stand in this plan; empty where the corner has none */
  readonly inPlan: readonly string[]
}

/** What in an aim's own words does not agree with the plan: its place against the corner's marks. Null where nothing clashes. */
export function aimClash(aim: Aim, cones: readonly Pick<Cone, 'cornerNumber' | 'duty' | 'foundBy'>[]): AimClash | null {
  if (aim.kind === 'mark') return null
  const { words } = aim
  const place = PLACES.flatMap((pattern) => words.match(pattern) ?? [])[0]
  if (place === undefined) return null
  const corner = cornerOfAim(aim)
  const atCorner = cones.filter((cone) => corner === undefined || cone.cornerNumber === corner)
  const duties = DUTY_WORDS.find(([pattern]) => pattern.test(words))?.[1]
  const meant = atCorner.filter((cone) => duties === undefined || duties.includes(cone.duty))
  if (meant.some((cone) => plain(cone.foundBy).includes(plain(place)))) return null
  return { place, inPlan: corner === undefined ? [] : meant.map((cone) => cone.foundBy) }
}
