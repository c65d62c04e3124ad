/** Words of a text a second, read in so many seconds; a full stop is a breath of the calls' own, s. */
const BREATH_S = 0.15

export function wordsPerSecond(text: string, seconds: number): number {
  const words = text.split(/\s+/).filter(Boolean).length
  const breaths = text.split('. ').length
  return words / Math.max(0.1, seconds - breaths * BREATH_S)
}
