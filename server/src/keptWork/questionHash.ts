import { createHash } from 'node:crypto'
import type { WorkQuestion } from '@ochote/contracts'
import { LINE_SEARCH_VERSION } from '@ochote/core'

/**
 * What work was done for, as a key: the circuit's document, vehicle and set-up themselves, not their ids, so that it is never used for a circuit or vehicle that has changed.
 */
export function questionHash(document: unknown, { vehicle, setup }: Pick<WorkQuestion, 'vehicle' | 'setup'>): string {
  // three of a kind differ by name alone
  const driven = JSON.stringify(vehicle, (key, value: unknown) => (key === 'name' || key === 'notes' ? undefined : value))
  return createHash('sha256')
    .update(JSON.stringify([LINE_SEARCH_VERSION, document, driven, setup]))
    .digest('hex')
}
