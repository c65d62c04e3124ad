import { unitSet } from '../format/units'
import { numberText, outOfBounds, typedNumber } from './numbers'

/** A label with the school's unit of length behind it. */
export const withLength = (label: string): string => `${label}, ${unitSet().length}`

/** A length as a field shows it, in the school's unit. */
export const lengthText = (m: number, places = 2): string => numberText(Number((m / unitSet().lengthM).toFixed(places)))

/** A typed length, m; NaN for anything else. */
export const typedLength = (text: string): number => typedNumber(text) * unitSet().lengthM

/** What was found and what was expected, in the school's unit, where a typed length is not within bounds; otherwise null. */
export const lengthOutOfBounds = (text: string, leastM: number, mostM: number): string | null =>
  outOfBounds(text, leastM / unitSet().lengthM, mostM / unitSet().lengthM)
