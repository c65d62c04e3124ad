import type { Corner } from '../geometry/corners'
import type { AfterCorner } from './afterCorner'
import type { CornerPriority } from '@ochote/contracts'
import type { CornerMarks } from './cornerMarks'
import type { CornerPoints } from './cornerPoints'

/** A corner with where its points fall, what follows it and what it is for. */
export interface SolvedCorner extends Corner {
  readonly points: CornerPoints
  readonly marks: CornerMarks
  readonly after: AfterCorner
  readonly priority: CornerPriority
}
