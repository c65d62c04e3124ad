import { useTheme } from '@mui/material'
import { lanes } from './ribbonScales'

interface CornerHandleProps {
  number: string
  name: string
  purpose: string
  selected: boolean
  x: number
  fromX: number
  toX: number
  onPick: () => void
}

/** A corner above the ribbon: its number, its name, what it is for, and its stretch; pressing it chooses it. */
export function CornerHandle({ number, name, purpose, selected, x, fromX, toX, onPick }: CornerHandleProps) {
  const { tokens } = useTheme()
  return (
    <g
      role="button"
      tabIndex={0}
      aria-pressed={selected}
      aria-label={`Corner ${number}${name ? `, ${name}` : ''}${purpose ? `, ${purpose}` : ''}`}
      style={{ cursor: 'pointer' }}
      onClick={onPick}
      onKeyDown={(e) => (e.key === 'Enter' || e.key === ' ') && onPick()}
    >
      <path d={`M${fromX},${lanes.top - 2} H${toX}`} stroke={selected ? tokens.action : tokens.edge} strokeWidth={selected ? 4 : 2} />
      {selected && (
        <rect x={fromX} y={lanes.top} width={Math.max(0, toX - fromX)} height={lanes.band} fill={tokens.action} opacity={0.08} />
      )}
      <rect x={x - 14} y={0} width={28} height={22} fill="transparent" />
      <text x={x} y={17} fontSize={14} fontWeight={700} textAnchor="middle" fill={selected ? tokens.action : tokens.ink}>
        {number}
      </text>
      {toX - fromX > 90 && (
        <text x={x + 14} y={17} fontSize={12} fill={tokens.inkSoft}>
          {toX - fromX > 230 ? [name, purpose].filter(Boolean).join(' · ') : name}
        </text>
      )}
      <title>{[`Corner ${number}`, name, purpose].filter(Boolean).join(', ')}</title>
    </g>
  )
}
