import type { PassPart } from '@ochote/core'

/** Where in a pass time is lost. */
export const partWords: Readonly<Record<PassPart, string>> = {
  braking: 'before turn-in',
  entry: 'from turn-in to apex',
  exit: 'from apex to exit',
  straight: 'after the exit',
}

export const secondsWords = (s: number): string => `${s < -0.005 ? '−' : ''}${Math.abs(s).toFixed(2)}`
