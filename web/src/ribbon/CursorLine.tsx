import { useTheme } from '@mui/material'
import { lanes, type RibbonScales } from './ribbonScales'
import { useCursorStation } from './trackCursor'

/** The cursor's place, whichever drawing it is over. */
export function CursorLine({ scales, bottom }: { scales: RibbonScales; bottom: number }) {
  const { tokens } = useTheme()
  const station = useCursorStation()
  if (station === null) return null
  return (
    <line
      x1={scales.x(station)}
      x2={scales.x(station)}
      y1={lanes.top}
      y2={bottom - 18}
      stroke={tokens.ink}
      strokeWidth={1}
      strokeDasharray="3 3"
      pointerEvents="none"
    />
  )
}
