import { Box, Typography, useMediaQuery, useTheme } from '@mui/material'
import type { CornerPicture } from '@ochote/core'
import { useUnits } from '../format/units'
import { layOutPicture, pictureWords } from '../recordings/pictureLayout'

/** On a phone it is as wide as the page, so its letters keep their size. */
const BOX = { wide: { width: 560, height: 216, type: 14 }, narrow: { width: 350, height: 200, type: 14 } }

/** How a fault looked on the lap where it was worst, beside the plan; large enough to be read at arm's length. */
export function CornerPictureView({ picture }: { picture: CornerPicture }) {
  const theme = useTheme()
  const { tokens } = theme
  const box = useMediaQuery(theme.breakpoints.down('sm')) ? BOX.narrow : BOX.wide
  const { left, right, bottom, strips, marks, faultX } = layOutPicture(picture, box, useUnits())
  return (
    <Box component="figure" sx={{ m: 0 }}>
      <svg viewBox={`0 0 ${box.width} ${box.height}`} width="100%" role="img" aria-label={pictureWords(picture)} fontSize={box.type}>
        {marks.map(({ x, name }) => (
          <g key={x}>
            <line x1={x} x2={x} y1={bottom} y2={bottom + 5} stroke={tokens.inkSoft} />
            {name && (
              <text x={x} y={box.height - 2} textAnchor="middle" fill={tokens.inkSoft}>
                {name}
              </text>
            )}
          </g>
        ))}
        {strips.map((strip) => (
          <g key={strip.title}>
            {marks.map(({ x }) => (
              <line key={x} x1={x} x2={x} y1={strip.top} y2={strip.bottom} stroke={tokens.inkSoft} strokeDasharray="5 4" />
            ))}
            <line x1={left} x2={right} y1={strip.bottom} y2={strip.bottom} stroke={tokens.hairline} />
            <text x={left - 6} y={strip.top + box.type} textAnchor="end" fill={tokens.inkSoft}>
              {strip.high}
            </text>
            <text x={left - 6} y={strip.bottom} textAnchor="end" fill={tokens.inkSoft}>
              {strip.low}
            </text>
            <path d={strip.planned} fill="none" stroke={tokens.inkSoft} strokeWidth={2.5} strokeDasharray="2 5" strokeLinecap="round" />
            <path d={strip.driven} fill="none" stroke={tokens.action} strokeWidth={3} strokeLinejoin="round" />
            <text x={left} y={strip.top - 4} fill={tokens.ink}>
              {strip.title}
            </text>
          </g>
        ))}
        {faultX !== null && <path d={`M${faultX - 7},${strips[0]!.top}h14l-7,12z`} fill={tokens.caution} />}
      </svg>
      <Typography component="figcaption" variant="body2" color="text.secondary">
        Lap {picture.lap} solid, the plan dotted{faultX !== null && '; the triangle shows where'}
      </Typography>
    </Box>
  )
}
