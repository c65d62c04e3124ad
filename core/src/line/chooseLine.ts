import type { FieldProblem, Setup, Vehicle } from '@ochote/contracts'
import type { Corner } from '../geometry/corners'
import type { Track } from '../geometry/track'
import { success, type Outcome } from '../outcome/outcome'
import { givenLine } from './givenLine'
import { lineBounds } from './lineBounds'
import { minimumCurvatureLine } from './minimumCurvature'
import { knotSpacingFor } from './offsetBasis'
import type { OffsetLine } from './path'

/** How a line was found, for those who read it. */
export type LineMethod = 'given' | 'minimum-curvature'

export interface ChosenLine {
  line: OffsetLine
  method: LineMethod
}

/** The line a set-up asks for. Until lines are solved for time, every school but `given` starts from least curvature. */
export function chooseLine(track: Track, corners: readonly Corner[], vehicle: Vehicle, setup: Setup): Outcome<ChosenLine, FieldProblem[]> {
  if (setup.lineSchool === 'given') {
    const line = givenLine(track, setup.givenLine ?? [[0, 0]])
    return line.ok ? success({ line: line.value, method: 'given' }) : line
  }
  const bounds = lineBounds(track, corners, {
    vehicleWidthM: vehicle.widthM,
    insideMarginM: setup.insideMarginM,
    outsideMarginM: setup.outsideMarginM,
  })
  if (!bounds.ok) return bounds
  return success({ line: minimumCurvatureLine(track, bounds.value, knotSpacingFor(vehicle.kind)), method: 'minimum-curvature' })
}
