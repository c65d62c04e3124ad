import type { CallOption } from './chooseCalls'

/** A call leaves once its action was right this many times running. */
const FADE_AFTER = 2

/**
 * What is still called as a student gets it right: on the first lap everything; a call leaves once it was right twice running
 * and comes back when it was not. Calls to slow down stay, in their shortest words.
 * @param correctStreaks - how often each call's action was right without a miss since, by the call's id
 */
export function fadeCalls(options: readonly CallOption[], correctStreaks: ReadonlyMap<string, number>): CallOption[] {
  return options.flatMap((option) => {
    const steady = (correctStreaks.get(option.id) ?? 0) >= FADE_AFTER
    if (!steady) return [option]
    const { short } = option.words
    return option.safety ? [{ ...option, words: { long: short, normal: short, short } }] : []
  })
}
