import { Box, Typography, useTheme } from '@mui/material'
import { scaleLinear } from 'd3-scale'
import { signedApart, type PlanSolution, type WhatIfAnswer } from '@ochote/core'
import { speedUnit } from '../format/format'
import { unitSet } from '../format/units'

const WIDTH = 308
const HEIGHT = 96
const PAD = { left: 34, right: 44, top: 8, bottom: 18 }
/** Drawn from this far before turn-in to this far beyond the exit. */
const BEFORE_M = 90
const BEYOND_M = 90

interface Point {
  /** from turn-in, in the school's unit of length */
  readonly along: number
  readonly planned: number
  readonly changed: number
}

/** Speeds before and after, and where the car's outer side runs beside the outer edge, both by the distance from turn-in. */
export function WhatIfTraces({ answer, solution }: { answer: WhatIfAnswer; solution: PlanSolution }) {
  const corner = solution.corners.find((c) => c.number === answer.cornerNumber)
  const turnIn = corner?.points.turnIn
  if (!corner || !turnIn) return null
  const { lap } = answer
  const { lengthM, length, speedMps } = unitSet()
  const toM = Math.max(60, signedApart(solution.track, turnIn.stationM, corner.points.exit?.stationM ?? corner.endM)) + BEYOND_M
  const points = (planned: Float64Array, changed: Float64Array, scale: number): Point[] =>
    [...lap.stationM.keys()]
      .map((k) => ({
        along: signedApart(solution.track, turnIn.stationM, lap.stationM[k]!) / lengthM,
        planned: planned[k]! * scale,
        changed: changed[k]! * scale,
      }))
      .filter((p, k) => k % 4 === 0 && p.along > -BEFORE_M / lengthM && p.along < toM / lengthM)
      .sort((a, b) => a.along - b.along)
  return (
    <>
      <Trace title={`Speed, ${speedUnit()}`} points={points(lap.plannedMps, lap.speedMps, 1 / speedMps)} />
      <Trace title={`From the outer edge, ${length}`} points={points(answer.clearPlannedM, answer.clearM, 1 / lengthM)} edge />
    </>
  )
}

function Trace({ title, points, edge = false }: { title: string; points: readonly Point[]; edge?: boolean }) {
  const { tokens, palette } = useTheme()
  const values = points.flatMap((p) => [p.planned, p.changed, ...(edge ? [0] : [])])
  const [low, high] = [Math.min(...values), Math.max(...values)]
  const [from, to] = [points[0]?.along ?? 0, points[points.length - 1]?.along ?? 1]
  const x = scaleLinear([from, to], [PAD.left, WIDTH - PAD.right])
  const y = scaleLinear([low, high], [HEIGHT - PAD.bottom, PAD.top]).nice(3)
  const path = (value: (p: Point) => number) => points.map((p) => `${x(p.along).toFixed(1)},${y(value(p)).toFixed(1)}`).join(' ')
  const end = points[points.length - 1]
  const differ = end && Math.abs(y(end.planned) - y(end.changed)) > 11
  return (
    <Box component="figure" sx={{ m: 0, mt: 1 }}>
      <Typography component="figcaption" variant="caption" color="text.secondary">
        {title}, by {unitSet().lengthWord}s from turn-in: planned dashed, changed solid
      </Typography>
      <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} width="100%" role="img" aria-label={`${title}, planned and changed`}>
        {y.ticks(3).map((t) => (
          <g key={t}>
            <line x1={PAD.left} x2={WIDTH - PAD.right} y1={y(t)} y2={y(t)} stroke={tokens.hairline} />
            <text x={PAD.left - 5} y={y(t) + 4} textAnchor="end" fontSize={11} fill={tokens.inkSoft}>
              {t}
            </text>
          </g>
        ))}
        {x.ticks(4).map((t) => (
          <text key={t} x={x(t)} y={HEIGHT - 4} textAnchor="middle" fontSize={11} fill={tokens.inkSoft}>
            {t}
          </text>
        ))}
        {edge && <line x1={PAD.left} x2={WIDTH - PAD.right} y1={y(0)} y2={y(0)} stroke={palette.error.main} strokeWidth={2} />}
        <polyline points={path((p) => p.planned)} fill="none" stroke={tokens.ink} strokeWidth={1.5} strokeDasharray="5 4" />
        <polyline points={path((p) => p.changed)} fill="none" stroke={palette.primary.main} strokeWidth={2.5} />
        {edge && (
          <text x={WIDTH - PAD.right + 4} y={y(0) + 4} fontSize={11} fill={palette.error.main}>
            edge
          </text>
        )}
        {end && !edge && differ && (
          <text x={WIDTH - PAD.right + 4} y={y(end.changed) + 4} fontSize={11} fill={palette.primary.main}>
            changed
          </text>
        )}
      </svg>
    </Box>
  )
}
