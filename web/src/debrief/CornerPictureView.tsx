import { Box, Typography, useMediaQuery, useTheme } from '@mui/material'
import type { CornerPicture } from '@ochote/core'
import { useUnits } from '../format/units'
import { PictureSvg } from './PictureSvg'

/** On a phone it is as wide as the page, so its letters keep their size. */
const BOX = { wide: { width: 560, height: 216, type: 14 }, narrow: { width: 350, height: 200, type: 14 } }

/** How a fault looked on the lap where it was worst, beside the plan; large enough to be read at arm's length. */
export function CornerPictureView({ picture }: { picture: CornerPicture }) {
  const theme = useTheme()
  const { tokens } = theme
  const units = useUnits()
  const isNarrow = useMediaQuery(theme.breakpoints.down('sm'))
  return (
    <Box
      component="figure"
      sx={{
        m: 0,
        '& svg': { width: '100%', display: 'block' },
        '& text': { fontSize: 14, fill: tokens.inkSoft },
        '& path': { fill: 'none' },
        '& .mark': { stroke: tokens.inkSoft, strokeDasharray: '5 4' },
        '& .rule': { stroke: tokens.hairline },
        '& .planned': { stroke: tokens.inkSoft, strokeWidth: 2.5, strokeDasharray: '2 5', strokeLinecap: 'round' },
        '& .driven': { stroke: tokens.action, strokeWidth: 3 },
        '& .fault': { fill: tokens.caution },
      }}
    >
      <PictureSvg picture={picture} units={units} box={isNarrow ? BOX.narrow : BOX.wide} />
      <Typography component="figcaption" variant="body2" color="text.secondary">
        Lap {picture.lap} solid, the plan dotted{picture.faultX !== null && '; the triangle shows where'}
      </Typography>
    </Box>
  )
}
