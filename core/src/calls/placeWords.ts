import type { CallLanguage } from '@ochote/contracts'
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

/** How to find a place by eye, in the school's language and unit. */
export function placeWords(track: Track, landmarks: readonly PlacedLandmark[], stationM: number, language: CallLanguage): string {
  const { phrases, unit } = language
  const found = foundBy(track, landmarks, stationM)
  const length = (metres: number) =>
    new Intl.NumberFormat(language.language, { maximumFractionDigits: 0 }).format(unit === 'yd' ? metres / METRES_A_YARD : metres)
  switch (found.relation) {
    case 'at':
      return filled(phrases.at, { mark: markWords(language, found.mark) })
    case 'halfway':
      return filled(phrases.halfway, { mark: found.mark.name, next: found.next.name })
    case 'fromStart':
      return filled(phrases.fromStart, { m: length(found.metres) })
    case 'before':
    case 'past':
      return filled(phrases[found.relation], { m: length(found.metres), mark: markWords(language, found.mark) })
  }
}
