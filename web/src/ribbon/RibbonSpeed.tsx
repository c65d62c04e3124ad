import { useTheme } from '@mui/material'
import { memo } from 'react'
import type { PlanSolution } from '@ochote/core'
import { kmh } from '../format/format'
import { lanes, pathThrough, runsOf, shownSamples, type RibbonScales } from './ribbonScales'

const BRAKES_ON_MPS2 = 0.1 * 9.80665
const FULL_THROTTLE_SHARE = 0.95
/** Labels nearer than this to each other are left out. */
const LABEL_ROOM_PX = 30

/** The lanes under the band: where the brakes and full throttle are on, and the speed in km/h. */
export const RibbonSpeed = memo(function RibbonSpeed({ solution, scales }: { solution: PlanSolution; scales: RibbonScales }) {
  const { tokens } = useTheme()
  const { track, trace } = solution
  const { x, v, pedalsY, speedBottom } = scales
  const ticks = v.ticks(3).filter((t) => t > 0)
  const line = pathThrough(
    track.count,
    shownSamples(scales, track),
    (k) => x(k * track.stepM),
    (i) => v(trace.speedMps[i]! * 3.6),
  )
  const slowest = solution.corners.flatMap((c) => (c.points.minSpeed ? [c.points.minSpeed] : []))
  const labelled = slowest.filter((p, i) => i === 0 || x(p.stationM) - x(slowest[i - 1]!.stationM) > LABEL_ROOM_PX)
  const [from, to] = x.range() as [number, number]
  return (
    <g>
      <text x={lanes.left - 8} y={pedalsY + 4} fontSize={10.5} textAnchor="end" fill={tokens.inkSoft}>
        pedals
      </text>
      {ticks.map((t) => (
        <g key={t}>
          <line x1={from} x2={to} y1={v(t)} y2={v(t)} stroke={tokens.hairline} strokeWidth={0.8} />
          <text x={lanes.left - 8} y={v(t) + 4} fontSize={10.5} textAnchor="end" fill={tokens.inkSoft}>
            {t}
          </text>
        </g>
      ))}
      <text x={4} y={speedBottom + 6} fontSize={10.5} fill={tokens.inkSoft}>
        km/h
      </text>
      <g clipPath="url(#ribbon-clip)">
        {runsOf(solution, (i) => trace.throttleShare[i]! >= FULL_THROTTLE_SHARE).map((r) => (
          <line
            key={`t${r.fromM}`}
            x1={x(r.fromM)}
            x2={x(r.toM)}
            y1={pedalsY}
            y2={pedalsY}
            stroke={tokens.speed[2]}
            strokeWidth={3 * tokens.weight}
          />
        ))}
        {runsOf(solution, (i) => trace.brakeMps2[i]! > BRAKES_ON_MPS2).map((r) => (
          <rect
            key={`b${r.fromM}`}
            x={x(r.fromM)}
            width={Math.max(1.5, x(r.toM) - x(r.fromM))}
            y={pedalsY - 5}
            height={10}
            fill={tokens.speed[0]}
          />
        ))}
        <path d={line} fill="none" stroke={tokens.ink} strokeWidth={1.5 * tokens.weight} />
        {labelled.map((p) => (
          <text
            key={p.stationM}
            x={x(p.stationM)}
            y={Math.min(speedBottom, v(p.speedMps * 3.6) + 14)}
            fontSize={11.5}
            fontWeight={650}
            textAnchor="middle"
            fill={tokens.ink}
            stroke={tokens.ground}
            strokeWidth={3}
            paintOrder="stroke"
          >
            {kmh(p.speedMps)}
          </text>
        ))}
      </g>
    </g>
  )
})
