import type { Tokens } from '../theme/tokens'

/** How a lap is drawn, so that it is told from others without its colour too. */
export interface LapInk {
  readonly colour: string
  /** lengths of dash and gap, pixels; empty for a whole line */
  readonly dash: readonly number[]
}

const dashes: readonly (readonly number[])[] = [[], [9, 4], [2, 3], [12, 3, 2, 3]]

/** The ink of the n-th lap that is shown: three colours, each whole, dashed, dotted and mixed. */
export function lapInk(n: number, { action, unsafe, caution }: Tokens): LapInk {
  const colours = [action, unsafe, caution]
  return { colour: colours[n % colours.length]!, dash: dashes[((n % colours.length) + Math.floor(n / colours.length)) % dashes.length]! }
}
