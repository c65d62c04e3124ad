import { Box, Table, TableBody, TableCell, TableHead, TableRow, Typography } from '@mui/material'
import { useCallback } from 'react'
import { bestLap, timedLaps, type StintRecord } from '@ochote/core'
import { LazyChart } from '../charts/LazyChart'
import type { ChartOption } from '../charts/Chart'
import { difference, lapTime } from '../format/format'
import type { Tokens } from '../theme/tokens'

/** Lap times as a line and as a table: did they come down? */
export function LapTimes({ record, plannedLapS }: { record: StintRecord; plannedLapS: number }) {
  const laps = timedLaps(record)
  const best = bestLap(record)
  const option = useCallback(
    (tokens: Tokens): ChartOption => ({
      grid: { left: 54, right: 14, top: 12, bottom: 22 },
      tooltip: { trigger: 'axis', valueFormatter: (v) => lapTime(Number(v)) },
      xAxis: {
        type: 'category',
        data: laps.map((l) => `lap ${l.number}`),
        axisLine: { lineStyle: { color: tokens.edge } },
        axisLabel: { color: tokens.inkSoft },
      },
      yAxis: {
        type: 'value',
        scale: true,
        minInterval: 1,
        splitNumber: 3,
        splitLine: { lineStyle: { color: tokens.hairline } },
        axisLabel: { color: tokens.inkSoft, formatter: (v: number) => lapTime(v).slice(0, -3) },
      },
      series: [
        { type: 'line', data: laps.map((l) => l.timeS), symbolSize: 9, color: tokens.action, lineStyle: { width: 2.5 * tokens.weight } },
      ],
    }),
    [laps],
  )
  return (
    <Box component="section" aria-labelledby="lap-times">
      <Typography id="lap-times" variant="h2">
        Did the lap times come down?
      </Typography>
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', sm: '1fr 1fr' }, gap: 2, alignItems: 'start' }}>
        <LazyChart
          label="Lap times in minutes and seconds, lap by lap; the table beside it has the same figures"
          height={170}
          option={option}
        />
        <Table size="small">
          <TableHead>
            <TableRow>
              <TableCell>Lap</TableCell>
              <TableCell>Time</TableCell>
              <TableCell>Behind the best</TableCell>
            </TableRow>
          </TableHead>
          <TableBody>
            {laps.map((lap) => (
              <TableRow key={lap.number}>
                <TableCell>{lap.number}</TableCell>
                <TableCell>{lapTime(lap.timeS ?? 0)}</TableCell>
                <TableCell>{lap === best ? 'the best' : difference((lap.timeS ?? 0) - (best?.timeS ?? 0))}</TableCell>
              </TableRow>
            ))}
          </TableBody>
        </Table>
      </Box>
      <Typography variant="body2" color="text.secondary">
        The plan’s lap is {lapTime(plannedLapS)}; it is an estimate, not a target.
      </Typography>
    </Box>
  )
}
