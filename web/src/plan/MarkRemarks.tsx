import { Box, Typography } from '@mui/material'
import { markRemark, type MarkedPlan, type PlanSolution } from '@ochote/core'
import { useUnits } from '../format/units'

interface MarkRemarksProps {
  solution: PlanSolution
  findings: MarkedPlan['findings']
  /** only this corner's; null for the whole lap */
  corner: string | null
}

/** Where a mark is missing or asks for something else because of the line, and where a mark does not agree with it. */
export function MarkRemarks({ solution, findings, corner }: MarkRemarksProps) {
  const units = useUnits()
  const shown = (number: string) => corner === null || corner === number
  const found = findings.filter((f) => shown(f.cornerNumber))
  const remarks = solution.corners
    .filter((c) => shown(c.number))
    .flatMap((c) => c.marks.remarks.map((remark) => ({ number: c.number, says: markRemark(remark, units) })))
  if (found.length === 0 && remarks.length === 0) return null
  return (
    <Box component="section" aria-label="Marks and the line" sx={{ mt: 1.5 }}>
      <Typography variant="overline" component="h3">
        Marks and the line
      </Typography>
      <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
        {found.map((f) => (
          <Typography
            key={`${f.coneId}${f.says}`}
            component="li"
            variant="body2"
            color={f.unsafe ? 'error' : 'warning.main'}
            sx={{ fontWeight: f.unsafe ? 700 : 400 }}
          >
            {f.unsafe ? 'Unsafe. ' : ''}Corner {f.cornerNumber}: {f.says}.
          </Typography>
        ))}
        {remarks.map(({ number, says }) => (
          <Typography key={`${number}${says}`} component="li" variant="body2" color="text.secondary">
            Corner {number}. {says}.
          </Typography>
        ))}
      </Box>
    </Box>
  )
}
