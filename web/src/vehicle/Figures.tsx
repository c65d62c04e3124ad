import { Box, Typography } from '@mui/material'
import { useCallback, useMemo } from 'react'
import type { Vehicle } from '@ochote/contracts'
import { driveForces, vehicleFigures } from '@ochote/core'
import type { ChartOption } from '../charts/Chart'
import { LazyChart } from '../charts/LazyChart'
import { speed } from '../format/format'
import type { Tokens } from '../theme/tokens'

const KMH = 3.6
const points = (list: readonly (readonly [number, number])[]) => list.map(([v, f]) => [v * KMH, f / 1000])

/** Figures that follow from a vehicle's numbers, so that someone who knows the vehicle can judge them. */
export function Figures({ vehicle }: { vehicle: Vehicle }) {
  const figures = useMemo(() => vehicleFigures(vehicle), [vehicle])
  const forces = useMemo(() => driveForces(vehicle), [vehicle])
  const option = useCallback(
    (tokens: Tokens): ChartOption => ({
      grid: { left: 46, right: 16, top: 28, bottom: 40 },
      xAxis: {
        type: 'value',
        name: 'km/h',
        nameLocation: 'middle',
        nameGap: 24,
        min: 0,
        axisLabel: { color: tokens.inkSoft },
        splitLine: { show: false },
      },
      yAxis: {
        type: 'value',
        name: 'kN at the wheels',
        min: 0,
        axisLabel: { color: tokens.inkSoft },
        splitLine: { lineStyle: { color: tokens.hairline } },
      },
      series: [
        ...forces.gears.map(({ gear, points: own }) => ({
          type: 'line' as const,
          data: points(own),
          showSymbol: false,
          color: tokens.action,
          lineStyle: { width: 2 * tokens.weight },
          endLabel: { show: true, formatter: String(gear), color: tokens.ink },
        })),
        {
          type: 'line',
          data: forces.gears.map(({ shiftMps, points: own }) => [shiftMps * KMH, forceAt(own, shiftMps) / 1000]),
          lineStyle: { opacity: 0 },
          symbol: 'diamond',
          symbolSize: 9,
          color: tokens.ink,
        },
        { type: 'line', data: points(forces.gripLimit), showSymbol: false, color: tokens.unsafe, lineStyle: { type: 'dashed', width: 2 } },
        {
          type: 'line',
          data: points(forces.resistance),
          showSymbol: false,
          color: tokens.inkSoft,
          lineStyle: { type: 'dotted', width: 2 },
        },
      ],
    }),
    [forces],
  )
  const rows = [
    ['Power', `${figures.powerKw.toFixed(0)} kW`],
    ['Top speed', `${speed(figures.topSpeedMps)}, ${figures.topSpeedByGearing ? 'by the gearing' : 'by the power'}`],
    ['0 to 100 km/h', figures.zeroToHundredS === null ? 'never' : `${figures.zeroToHundredS.toFixed(1)} s`],
    ['100 to 0 km/h', figures.hundredToZeroM === null ? 'never' : `${figures.hundredToZeroM.toFixed(0)} m`],
    ['Cornering at 60 km/h', `${figures.corneringG.toFixed(2)} g`],
  ] as const
  return (
    <Box component="section" aria-labelledby="figures">
      <Typography id="figures" variant="h2" sx={{ mb: 0.5 }}>
        Are these numbers plausible?
      </Typography>
      <Box component="dl" sx={{ display: 'grid', gridTemplateColumns: 'auto 1fr', columnGap: 2, rowGap: 0.25, m: 0 }}>
        {rows.map(([name, value]) => (
          <Box key={name} sx={{ display: 'contents' }}>
            <Typography component="dt" variant="body2" color="text.secondary">
              {name}
            </Typography>
            <Typography component="dd" variant="body2" sx={{ m: 0, fontWeight: 650 }}>
              {value}
            </Typography>
          </Box>
        ))}
      </Box>
      <Typography variant="caption" color="text.secondary" component="p">
        On a straight, level, dry road, at the tyres’ limit.
      </Typography>
      <Typography variant="h2" component="h3" sx={{ mt: 2, mb: 0.5, fontSize: '1rem' }}>
        Which gear pulls hardest at each speed?
      </Typography>
      <LazyChart
        label={`Drive force at the wheels in each gear over speed; shift points at ${forces.gears.map((g) => `${Math.round(g.shiftMps * KMH)} km/h`).join(', ')}`}
        height={250}
        option={option}
      />
      <Typography variant="caption" color="text.secondary">
        Green: each gear, with its number at the redline; ◆ where to shift up
        {`: ${forces.gears.map((g) => `${g.gear} at ${Math.round(g.shiftMps * KMH)}`).join(', ')} km/h`}. Dashed: the most that the driven
        tyres allow. Dotted: drag and rolling resistance.
      </Typography>
    </Box>
  )
}

/** Force of a gear at a speed, joined linearly. */
function forceAt(list: readonly (readonly [number, number])[], mps: number): number {
  const i = Math.max(
    1,
    list.findIndex(([v]) => v >= mps),
  )
  const [[v0, f0], [v1, f1]] = [list[i - 1]!, list[i]!]
  return v1 > v0 ? f0 + ((f1 - f0) * (mps - v0)) / (v1 - v0) : f0
}
