import { inject } from 'vitest'
import { ComputePool } from '../solutions/computePool'

declare module 'vitest' {
  interface ProvidedContext {
    /** the file of the built thread that computes */
    computeThread: string
  }
}

/** Threads that compute for a test; see `ComputePool`. */
export const testPool = (limits: ConstructorParameters<typeof ComputePool>[0] = {}) => new ComputePool(limits, inject('computeThread'))
