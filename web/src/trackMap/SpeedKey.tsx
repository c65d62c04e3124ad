import { Box, Typography, useTheme } from '@mui/material'
import type { PlanSolution } from '@ochote/core'
import { distanceUnit, speedNumber, speedUnit } from '../format/format'
import { unitSet } from '../format/units'
import { speedSpan, STROKE_PX } from '../ribbon/speedStrokes'

/** A round number of metres that is drawn about this many pixels long. */
const SCALE_BAR_PX = 90

export function roundMetres(about: number): number {
  const power = 10 ** Math.floor(Math.log10(about))
  return (
    [1, 2, 5]
      .map((n) => n * power)
      .filter((n) => n <= about)
      .pop() ?? power
  )
}

/** What the line's width and the drawing's size mean. */
export function SpeedKey({ solution, pxPerM }: { solution: PlanSolution; pxPerM: number }) {
  const { tokens } = useTheme()
  const [slowest, usual, fastest] = speedSpan(solution.trace.speedMps)
  const { lengthM } = unitSet()
  const bar = roundMetres(SCALE_BAR_PX / (pxPerM * lengthM))
  return (
    <Box sx={{ position: 'absolute', left: 12, bottom: 8, display: 'flex', gap: 3, alignItems: 'flex-end', pointerEvents: 'none' }}>
      <Box>
        <svg width={150} height={8} aria-hidden="true" style={{ display: 'block' }}>
          <path
            d={`M0,${4 - STROKE_PX.slowest / 2} L150,${4 - STROKE_PX.fastest / 2} V${4 + STROKE_PX.fastest / 2} L0,${4 + STROKE_PX.slowest / 2} Z`}
            fill={tokens.line}
          />
        </svg>
        <Typography variant="caption" sx={{ display: 'flex', justifyContent: 'space-between' }}>
          <span>{speedNumber(slowest)}</span>
          <span>{speedNumber(usual)}</span>
          <span>
            {speedNumber(fastest)} {speedUnit()}
          </span>
        </Typography>
      </Box>
      <Box>
        <Box sx={{ width: bar * lengthM * pxPerM, height: 5, border: 1, borderTop: 0, borderColor: 'text.primary' }} />
        <Typography variant="caption">
          {bar} {distanceUnit()}, north up
        </Typography>
      </Box>
    </Box>
  )
}
