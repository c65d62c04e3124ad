import type { Corner } from '../geometry/corners'
import type { AfterCorner } from './afterCorner'
import type { CornerPriority } from '@ochote/contracts'
import type { SetUp } from './cornerPriority'
import type { CornerMarks } from './cornerMarks'
import type { CornerPoints } from './cornerPoints'

/** A corner with where its points fall, what follows it and what it is for. */
export interface SolvedCorner extends Corner {
  readonly points: CornerPoints
  readonly marks: CornerMarks
  readonly after: AfterCorner
  readonly priority: CornerPriority
  /** what its exit speed means for a next corner that begins at once; null where none does */
  readonly setUp: SetUp | null
}
