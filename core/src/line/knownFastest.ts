import type { FoundLine, Setup } from '@ochote/contracts'

/** What a set-up asks of its line only: the fastest line depends on none of it. */
const LINE_ONLY = ['lineSchool', 'givenLine', 'lateApexNotAt'] as const

function withoutLine(setup: Setup): string {
  const rest: Record<string, unknown> = { ...setup }
  for (const field of LINE_ONLY) delete rest[field]
  return JSON.stringify(Object.entries(rest).sort(([a], [b]) => (a < b ? -1 : 1)))
}

/** A line that was found, with the set-up that it was found for. */
export interface FoundFor {
  readonly setup: Setup
  /** null where nothing was searched for */
  readonly line: FoundLine | null
}

/**
 * The fastest line of a set-up, where it was found already under another school of lines: the search for it would find the same again.
 * @param others - lines found on the same circuit, for the same vehicle
 * @returns its spline's coefficients, m; null where none of the others has it
 */
export function knownFastest(setup: Setup, others: readonly FoundFor[]): readonly number[] | null {
  const wanted = withoutLine(setup)
  const one = others.find((other) => other.line !== null && withoutLine(other.setup) === wanted)?.line
  return one ? (one.fastest ?? one.coefficients) : null
}
