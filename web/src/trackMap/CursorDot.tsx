import { useTheme } from '@mui/material'
import type { PlanSolution } from '@ochote/core'
import { useCursorStation } from '../ribbon/trackCursor'
import type { Fit } from './fitToView'

/** The cursor's place on the line, whichever drawing it is over. */
export function CursorDot({ solution, fit, k }: { solution: PlanSolution; fit: Fit; k: number }) {
  const { tokens } = useTheme()
  const station = useCursorStation()
  if (station === null) return null
  const { track, path } = solution
  const i = Math.min(track.count - 1, Math.round(station / track.stepM))
  return (
    <circle
      cx={fit.x(path.x[i]!)}
      cy={fit.y(path.y[i]!)}
      r={7 / k}
      fill="none"
      stroke={tokens.ink}
      strokeWidth={2 / k}
      pointerEvents="none"
    />
  )
}
