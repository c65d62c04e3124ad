import { useTheme } from '@mui/material'
import { distanceUnit } from '../format/format'
import { unitSet } from '../format/units'
import { lanes, type RibbonScales } from './ribbonScales'

/** Width that a distance label takes under the ribbon. */
const LABEL_PX = 80

/** Distances from the start line, under the ribbon. */
export function DistanceAxis({ scales, lengthM, bottom }: { scales: RibbonScales; lengthM: number; bottom: number }) {
  const { tokens } = useTheme()
  const y = bottom - 6
  const [from, to] = scales.x.range() as [number, number]
  const { lengthM: unitM } = unitSet()
  // ticks at round numbers of the school's unit
  const round = scales.x.copy().domain(scales.x.domain().map((m) => m / unitM))
  return (
    <g>
      {round
        .ticks(Math.max(2, Math.min(12, Math.floor((to - from) / LABEL_PX))))
        .filter((t) => t >= 0 && t * unitM <= lengthM && round(t) >= lanes.left)
        .map((t) => (
          <text key={t} x={round(t)} y={y} fontSize={10.5} textAnchor="middle" fill={tokens.inkSoft}>
            {t === 0 ? 'start line' : `${t} ${distanceUnit()}`}
          </text>
        ))}
    </g>
  )
}
