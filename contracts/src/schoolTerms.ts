import { usualGround, type Ground } from './ground'
import type { Units } from './units'

/** What a school says once for all its plans. */
export interface SchoolTerms {
  /** how hard a vehicle brakes beyond the edge */
  readonly ground: Ground
  readonly units: Units
}

/** Until a school has said otherwise. */
export const usualTerms: SchoolTerms = { ground: usualGround, units: 'metric' }
