import type { CallLanguage, Duty, DutyLook } from '@ochote/contracts'
import { foundBy } from '../cones/foundBy'
import type { PlacedLandmark } from '../geometry/placedFeatures'
import type { Track } from '../geometry/track'

const METRES_A_YARD = 0.9144

const filled = (pattern: string, words: Readonly<Record<string, string>>): string =>
  pattern.replace(/\{(\w+)\}/g, (whole, key: string) => words[key] ?? whole)

/** A school's own pattern with its {words} filled in. An unknown name in braces stays as it is. */
export const inWords = filled

function markWords({ marks }: CallLanguage, mark: PlacedLandmark): string {
  const kind = marks[mark.kind as keyof typeof marks]
  if (mark.kind === 'board') return filled(kind ?? '{name}', { name: mark.name })
  return mark.name || kind || mark.kind
}

const length = ({ language, unit }: CallLanguage, metres: number) =>
  new Intl.NumberFormat(language, { maximumFractionDigits: 0 }).format(unit === 'yd' ? metres / METRES_A_YARD : metres)

/** A small number as a word; figures beyond six. */
export const countWords = ({ numbers }: CallLanguage, count: number): string => numbers[count - 1] ?? String(count)

/** How far out to stay, in whole metres or yards with their unit: "2 metres". Nobody judges less from a seat. */
export const holdWords = (language: CallLanguage, metres: number): string =>
  `${length(language, Math.max(1, Math.round(metres)))} ${language.unit}`

/** A mark as a school puts it out: "the two reds"; by its duty where the look is not known. */
export function coneWords(language: CallLanguage, duty: Duty, look: DutyLook | undefined): string {
  const { phrases } = language
  if (!look) return filled(phrases.plainCone, { duty })
  if (look.kind === 'board') return filled(phrases.boardMark, { colour: look.colour })
  return look.count === 1
    ? filled(phrases.oneCone, { colour: look.colour })
    : filled(phrases.cones, { count: countWords(language, look.count), colour: look.colour })
}

/** How to find a place by eye, in the school's language and unit. */
export function placeWords(track: Track, landmarks: readonly PlacedLandmark[], stationM: number, language: CallLanguage): string {
  const { phrases } = language
  const found = foundBy(track, landmarks, stationM)
  switch (found.relation) {
    case 'at':
      return filled(phrases.at, { mark: markWords(language, found.mark) })
    case 'halfway':
      return filled(phrases.halfway, { mark: found.mark.name, next: found.next.name })
    case 'fromStart':
      return filled(phrases.fromStart, { m: length(language, found.metres) })
    case 'before':
    case 'past':
      return filled(phrases[found.relation], { m: length(language, found.metres), mark: markWords(language, found.mark) })
  }
}
