/** The decimal and thousands separators of a language, as the browser writes numbers in it. */
function separators(language: string): { decimal: string; group: string } {
  const parts = new Intl.NumberFormat(language, { useGrouping: true }).formatToParts(12_345_678.9)
  const of = (type: string) => parts.find((part) => part.type === type)?.value
  return { decimal: of('decimal') ?? '.', group: of('group') ?? '' }
}

const language = (): string => (typeof navigator === 'undefined' ? 'en-GB' : navigator.language)

/** Digits in groups of three, as in 2,100 or 1.234.567. */
const grouped = (separator: string) => new RegExp(`^[+-]?\\d{1,3}(?:\\${separator}\\d{3})+$`)
const digits = (text: string): number => (/^[+-]?(\d+\.?\d*|\.\d+)(e[+-]?\d+)?$/i.test(text) ? Number(text) : NaN)

/** The only separator in a text, whether it appears once or often; null for none or two kinds. */
function readWithOne(text: string, separator: '.' | ',', decimal: string): number {
  const isDecimal = separator === decimal
  if (!isDecimal && grouped(separator).test(text)) return digits(text.replaceAll(separator, ''))
  if (text.indexOf(separator) !== text.lastIndexOf(separator))
    return grouped(separator).test(text) ? digits(text.replaceAll(separator, '')) : NaN
  return digits(text.replace(separator, '.'))
}

/**
 * A typed number; NaN for anything else. A comma or a point is the decimal sign or separates thousands as the user's language
 * has it: 2,100 is two thousand in English and two point one in German. Where only one reading makes sense, it is taken.
 */
export function typedNumber(typed: string, of: string = language()): number {
  const { decimal } = separators(of)
  // thousands may be set apart by a blank or an apostrophe in any language
  const spaced = typed.trim().replaceAll('−', '-')
  const text = /^[+-]?\d{1,3}([\s'’]\d{3})+([.,]\d*)?$/.test(spaced) ? spaced.replaceAll(/[\s'’]/g, '') : spaced
  if (text === '') return NaN
  const [point, comma] = [text.includes('.'), text.includes(',')]
  if (point && comma) {
    const last = text.lastIndexOf('.') > text.lastIndexOf(',') ? '.' : ','
    const [whole = '', fraction = '', ...more] = text.split(last)
    const other = last === '.' ? ',' : '.'
    return more.length === 0 && grouped(other).test(whole) ? digits(`${whole.replaceAll(other, '')}.${fraction}`) : NaN
  }
  if (point) return readWithOne(text, '.', decimal)
  if (comma) return readWithOne(text, ',', decimal)
  return digits(text)
}

/** A number as a field shows it: with the user's decimal sign, and nothing between thousands. */
export const numberText = (value: number, of: string = language()): string => String(value).replace('.', separators(of).decimal)

const PLACES = 2
const scale = 10 ** PLACES
/** Bounds as they are shown, rounded inwards: what is shown as allowed is allowed. */
const shownBounds = (least: number, most: number) =>
  [Math.ceil(least * scale) / scale, Math.floor(most * scale) / scale].map((n) => numberText(n))

/** What was found and what was expected, where a text is not a number within bounds; otherwise null. */
export function outOfBounds(text: string, least: number, most: number): string | null {
  const value = typedNumber(text)
  if (value >= least && value <= most) return null
  const [low, high] = shownBounds(least, most)
  return `found ${found(text)}, expected ${low} to ${high}`
}

/** What was typed, and how it was read where that is not plain from it. */
export function found(text: string): string {
  const value = typedNumber(text)
  const shown = text.trim() || 'nothing'
  return /[.,]/.test(shown) && Number.isInteger(value) && Math.abs(value) >= 1000 ? `${shown}, read as ${value}` : shown
}

/** A whole number within bounds, or null. */
export function wholeNumber(text: string, least: number, most: number): number | null {
  const value = typedNumber(text)
  return Number.isInteger(value) && value >= least && value <= most ? value : null
}
