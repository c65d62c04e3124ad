import { ExpandLess, ExpandMore } from '@mui/icons-material'
import { Box, IconButton, Stack } from '@mui/material'
import { useMemo, useState } from 'react'
import type { Duty } from '@ochote/contracts'
import { Caution } from '../caution/Caution'
import { DutyLegend } from '../cones/DutyLegend'
import { CursorReadout } from './CursorReadout'
import { Ribbon, type RibbonProps } from './Ribbon'

const FOLDED_AS = 'ochote.ribbon-folded'

/**
 * The ribbon as it stands at the foot of a stage: what is pointed at, what the marks mean, the lap, the caution.
 * @param bare - the lap and the caution alone, where hands are busy and nothing is pointed at
 */
export function RibbonFoot({ printed = false, bare = false, ...props }: RibbonProps & { printed?: boolean; bare?: boolean }) {
  const [isFolded, setFolded] = useState(() => localStorage.getItem(FOLDED_AS) === 'yes')
  const fold = (next: boolean) => {
    localStorage.setItem(FOLDED_AS, next ? 'yes' : 'no')
    setFolded(next)
  }
  const isShown = bare || !isFolded
  const duties = useMemo(() => [...new Set(props.cones.map((c): Duty => c.duty))], [props.cones])
  return (
    <Box
      component="section"
      aria-label="The ribbon"
      className={printed ? '' : 'no-print'}
      sx={{ borderTop: 1, borderColor: 'divider', px: 2, pt: 0.5, pb: 0.5 }}
    >
      {!bare && (
        <Stack direction="row" sx={{ justifyContent: 'space-between', alignItems: 'center', flexWrap: 'wrap', columnGap: 3 }}>
          {isShown ? <CursorReadout solution={props.solution} /> : <span />}
          <Stack direction="row" sx={{ alignItems: 'center', columnGap: 2 }}>
            <DutyLegend duties={duties} scheme={props.scheme} />
            <IconButton
              className="no-print"
              size="small"
              aria-expanded={isShown}
              aria-label="The ribbon"
              title={isFolded ? 'Show the ribbon' : 'Fold the ribbon away'}
              onClick={() => fold(!isFolded)}
              sx={{ p: 0.25 }}
            >
              {isFolded ? <ExpandLess /> : <ExpandMore />}
            </IconButton>
          </Stack>
        </Stack>
      )}
      {isShown && <Ribbon {...props} />}
      <Caution />
    </Box>
  )
}
