import { createHash } from 'node:crypto'
import type { SolutionKey } from '@ochote/contracts'
import { LINE_SEARCH_VERSION } from '@ochote/core'

/**
 * A hash of everything a solution depends on. It covers the contents of circuit, vehicle and set-up, not their ids, so a stored
 * solution is never used for a circuit or vehicle that has changed.
 */
export function solutionHash(document: unknown, { vehicle, setup }: Pick<SolutionKey, 'vehicle' | 'setup'>): string {
  // name and notes have no effect on the solution
  const physics = JSON.stringify(vehicle, (field, value: unknown) => (field === 'name' || field === 'notes' ? undefined : value))
  return createHash('sha256')
    .update(JSON.stringify([LINE_SEARCH_VERSION, document, physics, setup]))
    .digest('hex')
}
