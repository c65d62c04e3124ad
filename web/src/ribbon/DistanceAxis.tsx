import { useTheme } from '@mui/material'
import { lanes, type RibbonScales } from './ribbonScales'

/** Width that a distance label takes under the ribbon. */
const LABEL_PX = 80

/** Distances from the start line, under the ribbon. */
export function DistanceAxis({ scales, lengthM, bottom }: { scales: RibbonScales; lengthM: number; bottom: number }) {
  const { tokens } = useTheme()
  const y = bottom - 6
  const [from, to] = scales.x.range() as [number, number]
  return (
    <g>
      {scales.x
        .ticks(Math.max(2, Math.min(12, Math.floor((to - from) / LABEL_PX))))
        .filter((t) => t >= 0 && t <= lengthM && scales.x(t) >= lanes.left)
        .map((t) => (
          <text key={t} x={scales.x(t)} y={y} fontSize={10.5} textAnchor="middle" fill={tokens.inkSoft}>
            {t === 0 ? 'start line' : `${t} m`}
          </text>
        ))}
    </g>
  )
}
