import { createHash } from 'node:crypto'
import type { SolutionKey } from '@ochote/contracts'
import { LINE_SEARCH_VERSION } from '@ochote/core'

type SolutionInputs = Pick<SolutionKey, 'vehicle' | 'setup'>

// name and notes have no effect on the solution
const physicsOf = (vehicle: SolutionInputs['vehicle']): string =>
  JSON.stringify(vehicle, (field, value: unknown) => (field === 'name' || field === 'notes' ? undefined : value))

const hashOf = (content: unknown): string => createHash('sha256').update(JSON.stringify(content)).digest('hex')

/** A hash of circuit, vehicle and set-up, without the version of the search: a plan version keeps its solution under it. */
export const inputsHash = ({ document, vehicle, setup }: SolutionInputs & { document: unknown }): string =>
  hashOf([document, physicsOf(vehicle), setup])

/**
 * A hash of everything a solution depends on, the version of the search too. It covers the contents of circuit, vehicle and set-up, not their ids, so a stored
 * solution is never used for a circuit or vehicle that has changed.
 */
export const solutionHash = (document: unknown, { vehicle, setup }: SolutionInputs): string =>
  hashOf([LINE_SEARCH_VERSION, document, physicsOf(vehicle), setup])
