import { useTheme } from '@mui/material'
import { memo } from 'react'
import { BRAKES_ON_MPS2, FULL_THROTTLE_SHARE, type PlanSolution } from '@ochote/core'
import { speedNumber, speedUnit } from '../format/format'
import { lanes, runsOf, type RibbonScales } from './ribbonScales'

/** Brakes this hard fill their part of the lane. */
const HARDEST_MPS2 = 9.80665
const BRAKE_PX = 18
/** Figures nearer than this to each other are left out. */
const LABEL_ROOM_PX = 30

/** The lane under the band: how hard the brakes are on, where the power is full, and the speed as each begins. */
export const RibbonFeet = memo(function RibbonFeet({ solution, scales }: { solution: PlanSolution; scales: RibbonScales }) {
  const { tokens } = useTheme()
  const { track, trace } = solution
  const { x, feetY } = scales
  const braking = runsOf(solution, (i) => trace.brakeMps2[i]! > BRAKES_ON_MPS2).map(({ fromM, toM }) => {
    const at = (m: number) => Math.min(track.count - 1, Math.max(0, Math.round(m / track.stepM)))
    const hardest = trace.brakeMps2.slice(at(fromM), at(toM)).reduce((most, a) => Math.max(most, a), 0)
    return { fromM, toM, fromMps: trace.speedMps[at(fromM)]!, px: 4 + BRAKE_PX * Math.min(1, hardest / HARDEST_MPS2) }
  })
  const slowest = solution.corners.flatMap((c) => (c.points.minSpeed ? [c.points.minSpeed] : []))
  const figures = [
    ...slowest.map((p) => ({ m: p.stationM, mps: p.speedMps, isSlow: true })),
    ...braking.map((b) => ({ m: b.fromM, mps: b.fromMps, isSlow: false })),
  ]
  const shown = figures.reduce<typeof figures>(
    (kept, f) => (kept.every((other) => Math.abs(x(other.m) - x(f.m)) > LABEL_ROOM_PX) ? [...kept, f] : kept),
    [],
  )
  return (
    <g>
      <text x={lanes.left - 8} y={feetY - 6} fontSize={10.5} textAnchor="end" fill={tokens.inkSoft}>
        brake
      </text>
      <text x={lanes.left - 8} y={feetY + 9} fontSize={10.5} textAnchor="end" fill={tokens.inkSoft}>
        power
      </text>
      <text x={lanes.left - 8} y={feetY + 23} fontSize={10.5} textAnchor="end" fill={tokens.inkSoft}>
        {speedUnit()}
      </text>
      <g clipPath="url(#ribbon-clip)">
        <line x1={x.range()[0]} x2={x.range()[1]} y1={feetY} y2={feetY} stroke={tokens.hairline} strokeWidth={0.8} />
        {runsOf(solution, (i) => trace.throttleShare[i]! >= FULL_THROTTLE_SHARE).map((r) => (
          <line
            key={`t${r.fromM}`}
            x1={x(r.fromM)}
            x2={x(r.toM)}
            y1={feetY + 4.5}
            y2={feetY + 4.5}
            stroke={tokens.ink}
            strokeWidth={2 * tokens.weight}
          />
        ))}
        {braking.map((b) => (
          // full at once, then bled off
          <path
            key={`b${b.fromM}`}
            d={`M${x(b.fromM)},${feetY} v${-b.px} L${Math.max(x(b.toM), x(b.fromM) + 2)},${feetY} Z`}
            fill={tokens.ink}
          />
        ))}
        {shown.map((f) => (
          <text
            key={`${f.m} ${f.isSlow}`}
            x={x(f.m)}
            y={feetY + 23}
            fontSize={11.5}
            fontWeight={f.isSlow ? 750 : 400}
            textAnchor="middle"
            fill={f.isSlow ? tokens.ink : tokens.inkSoft}
          >
            {speedNumber(f.mps)}
          </text>
        ))}
      </g>
    </g>
  )
})
