import { useTheme } from '@mui/material'

interface FeatureGripProps {
  at: { x: number; y: number }
  name: string
  k: number
  selected: boolean
  onSelect: () => void
}

/** A feature to be chosen on the map. */
export function FeatureGrip({ at, name, k, selected, onSelect }: FeatureGripProps) {
  const { tokens } = useTheme()
  return (
    <g
      role="button"
      tabIndex={0}
      aria-label={name}
      aria-pressed={selected}
      transform={`translate(${at.x},${at.y}) scale(${1 / k})`}
      style={{ cursor: 'pointer' }}
      onClick={(e) => {
        e.stopPropagation()
        onSelect()
      }}
      onKeyDown={(e) => (e.key === 'Enter' || e.key === ' ') && onSelect()}
    >
      <title>{name}</title>
      <circle r={9} fill="transparent" />
      <circle r={selected ? 7 : 3.4} fill={selected ? 'none' : tokens.raised} stroke={tokens.action} strokeWidth={selected ? 3 : 1.6} />
    </g>
  )
}
