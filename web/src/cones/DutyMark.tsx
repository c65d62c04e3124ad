import { useTheme } from '@mui/material'
import type { Duty, MarkerScheme } from '@ochote/contracts'
import { dutyShapes } from './dutyShapes'

interface DutyMarkProps {
  duty: Duty
  scheme: Pick<MarkerScheme, 'looks'>
  x?: number
  y?: number
  /** times the natural size of about 12 units */
  scale?: number
  selected?: boolean
}

/** A mark in its scheme's colour and its duty's shape, for use inside an SVG. */
export function DutyMark({ duty, scheme, x = 0, y = 0, scale = 1, selected = false }: DutyMarkProps) {
  const { tokens } = useTheme()
  return (
    <g transform={`translate(${x},${y}) scale(${scale})`}>
      {selected && <circle r={11} fill="none" stroke={tokens.action} strokeWidth={2.5} />}
      <path
        d={dutyShapes[duty]}
        fill={scheme.looks[duty].hex}
        stroke={tokens.mode === 'dark' ? '#000' : tokens.ink}
        strokeWidth={1.3 * tokens.weight}
        strokeLinejoin="round"
      />
    </g>
  )
}
