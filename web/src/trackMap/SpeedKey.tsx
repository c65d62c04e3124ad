import { Box, Typography, useTheme } from '@mui/material'
import type { PlanSolution } from '@ochote/core'
import { kmh } from '../format/format'
import { speedSpan } from '../ribbon/speedColours'

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

/** What the line's colours and the drawing's size mean. */
export function SpeedKey({ solution, pxPerM }: { solution: PlanSolution; pxPerM: number }) {
  const { tokens } = useTheme()
  const [slowest, usual, fastest] = speedSpan(solution.trace.speedMps)
  const barM = roundMetres(SCALE_BAR_PX / pxPerM)
  return (
    <Box sx={{ position: 'absolute', left: 12, bottom: 8, display: 'flex', gap: 3, alignItems: 'flex-end', pointerEvents: 'none' }}>
      <Box>
        <Box
          sx={{
            width: 150,
            height: 6,
            borderRadius: 3,
            printColorAdjust: 'exact',
            background: `linear-gradient(90deg, ${tokens.speed.join(', ')})`,
          }}
        />
        <Typography variant="caption" sx={{ display: 'flex', justifyContent: 'space-between' }}>
          <span>{kmh(slowest)}</span>
          <span>{kmh(usual)}</span>
          <span>{kmh(fastest)} km/h</span>
        </Typography>
      </Box>
      <Box>
        <Box sx={{ width: barM * pxPerM, height: 5, border: 1, borderTop: 0, borderColor: 'text.primary' }} />
        <Typography variant="caption">{barM} m, north up</Typography>
      </Box>
    </Box>
  )
}
