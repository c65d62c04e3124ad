import { useTheme } from '@mui/material'
import { placeAt, type Track } from '@ochote/core'
import type { Fit } from './fitToView'

interface WhatIfLineProps {
  track: Track
  run: readonly { stationM: number; offsetM: number }[]
  fit: Fit
  k: number
}

/** Where the car would go otherwise, dashed. */
export function WhatIfLine({ track, run, fit, k }: WhatIfLineProps) {
  const { tokens } = useTheme()
  const d = run
    .map(({ stationM, offsetM }, i) => {
      const at = placeAt(track, stationM, offsetM)
      return `${i === 0 ? 'M' : 'L'}${fit.x(at.x).toFixed(3)},${fit.y(at.y).toFixed(3)}`
    })
    .join('')
  return (
    <g fill="none">
      <title>What-if line</title>
      {/* paper under the dashes: they show on the planned line too */}
      <path d={d} stroke={tokens.raised} strokeWidth={(4.4 * tokens.weight) / k} />
      <path d={d} stroke={tokens.unsafe} strokeWidth={(2.4 * tokens.weight) / k} strokeDasharray={`${7 / k} ${5 / k}`} />
    </g>
  )
}
