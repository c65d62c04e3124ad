import { Box, Stack } from '@mui/material'
import { useMemo } from 'react'
import type { Duty } from '@ochote/contracts'
import { Caution } from '../caution/Caution'
import { DutyLegend } from '../cones/DutyLegend'
import { CursorReadout } from './CursorReadout'
import { Ribbon, type RibbonProps } from './Ribbon'

/**
 * The ribbon as it stands at the foot of a stage: what is pointed at, what the marks mean, the lap, the caution.
 * @param bare - the lap and the caution alone, where hands are busy and nothing is pointed at
 */
export function RibbonFoot({ printed = false, bare = false, ...props }: RibbonProps & { printed?: boolean; bare?: boolean }) {
  const duties = useMemo(() => [...new Set(props.cones.map((c): Duty => c.duty))], [props.cones])
  return (
    <Box
      component="section"
      aria-label="The ribbon"
      className={printed ? '' : 'no-print'}
      sx={{ borderTop: 1, borderColor: 'divider', px: 2, pt: 0.75, pb: 1 }}
    >
      {!bare && (
        <Stack direction="row" sx={{ justifyContent: 'space-between', flexWrap: 'wrap', columnGap: 3 }}>
          <CursorReadout solution={props.solution} />
          <DutyLegend duties={duties} scheme={props.scheme} />
        </Stack>
      )}
      <Ribbon {...props} />
      <Caution />
    </Box>
  )
}
