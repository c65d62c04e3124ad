import { useTheme } from '@mui/material'
import type { Track } from '@ochote/core'
import { fitToView } from '../trackMap/fitToView'

const SIZE = { width: 280, height: 150 }

/** A circuit's shape, small. */
export function Outline({ track }: { track: Track }) {
  const { tokens } = useTheme()
  const fit = fitToView(track, SIZE.width, SIZE.height)
  let d = ''
  for (let i = 0; i < track.count; i++) d += `${i === 0 ? 'M' : 'L'}${fit.x(track.x[i]!).toFixed(1)},${fit.y(track.y[i]!).toFixed(1)}`
  return (
    <svg viewBox={`0 0 ${SIZE.width} ${SIZE.height}`} width="100%" height="100%" role="img" aria-label={`Outline of ${track.circuit.name}`}>
      <path d={track.closed ? `${d}Z` : d} fill="none" stroke={tokens.edge} strokeWidth={5} strokeLinejoin="round" />
      <path d={track.closed ? `${d}Z` : d} fill="none" stroke={tokens.asphalt} strokeWidth={3} strokeLinejoin="round" />
      <circle cx={fit.x(track.x[0]!)} cy={fit.y(track.y[0]!)} r={4} fill={tokens.action} />
    </svg>
  )
}
