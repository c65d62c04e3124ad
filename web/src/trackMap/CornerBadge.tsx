import { useTheme } from '@mui/material'
import { placeAt, wrapStation, type PlanSolution, type SolvedCorner } from '@ochote/core'
import { kmh } from '../format/format'
import type { Fit } from './fitToView'

/** How far inside the apex a corner is numbered. */
const LABEL_OFFSET_PX = 34
const BADGE = { width: 56, withMargin: 80 }

interface CornerBadgeProps {
  solution: PlanSolution
  corner: SolvedCorner
  fit: Fit
  k: number
  selected: boolean
  margin: { text: string; unsafe: boolean } | null
  onPick: () => void
}

/** A corner's number on the inside of its apex, with the least speed there. */
export function CornerBadge({ solution, corner, fit, k, selected, margin, onPick }: CornerBadgeProps) {
  const { tokens } = useTheme()
  const { apex, minSpeed } = corner.points
  if (!apex) return null
  const width = margin ? BADGE.withMargin : BADGE.width
  const inside = corner.direction === 'left' ? 1 : -1
  const reachM = (k > 2 ? 2 : 1) * (LABEL_OFFSET_PX / (fit.pxPerM * k))
  const place = placeAt(solution.track, wrapStation(solution.track, apex.stationM), inside * (solution.track.halfLeftM[0]! + reachM))
  return (
    <g
      transform={`translate(${fit.x(place.x)},${fit.y(place.y)}) scale(${1 / k})`}
      role="button"
      tabIndex={0}
      aria-pressed={selected}
      aria-label={`Corner ${corner.number}${corner.name ? `, ${corner.name}` : ''}${minSpeed ? `, ${kmh(minSpeed.speedMps)} km/h at its slowest` : ''}${margin ? `, room to be wrong ${margin.text}` : ''}`}
      style={{ cursor: 'pointer' }}
      onClick={onPick}
      onKeyDown={(e) => (e.key === 'Enter' || e.key === ' ') && onPick()}
    >
      <rect
        x={-width / 2}
        y={-12}
        width={width}
        height={24}
        rx={12}
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
          {margin ? margin.text : minSpeed && kmh(minSpeed.speedMps)}
        </text>
      )}
    </g>
  )
}
