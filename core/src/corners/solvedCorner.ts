import type { Corner } from '../geometry/corners'
import type { AfterCorner } from './afterCorner'
import type { CornerPriority } from '@ochote/contracts'
import type { CornerPoints } from './cornerPoints'

/** A corner with where its points fall, what follows it and what it is for. */
export interface SolvedCorner extends Corner {
  readonly points: CornerPoints
  readonly after: AfterCorner
  readonly priority: CornerPriority
}
