import { useTheme } from '@mui/material'
import type { SolvedCorner } from '@ochote/core'
import { speed, speedNumber } from '../format/format'
import { BADGE } from './cornerBadges'

interface CornerBadgeProps {
  corner: SolvedCorner
  /** where it stands, in pixels of the unzoomed picture */
  x: number
  y: number
  k: number
  selected: boolean
  margin: { text: string; unsafe: boolean } | null
  onPick: () => void
}

/** A corner's number beside its apex, with the least speed there. */
export function CornerBadge({ corner, x, y, k, selected, margin, onPick }: CornerBadgeProps) {
  const { tokens } = useTheme()
  const { minSpeed } = corner.points
  const width = margin ? BADGE.withMargin : BADGE.width
  return (
    <g
      transform={`translate(${x},${y}) scale(${1 / k})`}
      role="button"
      tabIndex={0}
      aria-pressed={selected}
      aria-label={`Corner ${corner.number}${corner.name ? `, ${corner.name}` : ''}${minSpeed ? `, ${speed(minSpeed.speedMps)} at its slowest` : ''}${margin ? `, room to be wrong ${margin.text}` : ''}`}
      style={{ cursor: 'pointer' }}
      onClick={onPick}
      onKeyDown={(e) => (e.key === 'Enter' || e.key === ' ') && onPick()}
    >
      <rect
        x={-width / 2}
        y={-12}
        width={width}
        height={24}
        rx={3}
        fill={selected ? tokens.action : tokens.raised}
        stroke={tokens.ink}
        strokeWidth={1.2 * tokens.weight}
      />
      <text x={-width / 2 + 9} y={5} fontSize={14} fontWeight={750} fill={selected ? tokens.onAction : tokens.ink}>
        {corner.number}
      </text>
      {(margin ?? minSpeed) && (
        <text
          x={width / 2 - 9}
          y={4.5}
          fontSize={11.5}
          fontWeight={margin?.unsafe ? 750 : 400}
          textAnchor="end"
          fill={selected ? tokens.onAction : margin?.unsafe ? tokens.unsafe : tokens.inkSoft}
        >
          {margin ? margin.text : minSpeed && speedNumber(minSpeed.speedMps)}
        </text>
      )}
    </g>
  )
}
