/** A typed number, with a comma or a point; NaN for anything else. */
export const typedNumber = (text: string): number => (text.trim() === '' ? NaN : Number(text.trim().replace(',', '.')))

/** What was found and what was expected, where a text is not a number within bounds; otherwise null. */
export function outOfBounds(text: string, least: number, most: number): string | null {
  const value = typedNumber(text)
  return value >= least && value <= most ? null : `found ${text.trim() || 'nothing'}, expected ${least} to ${most}`
}
