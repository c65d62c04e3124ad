import { Box, Table, TableBody, TableCell, TableHead, TableRow, Typography } from '@mui/material'
import { useCallback, useMemo } from 'react'
import type { StudentView } from '@ochote/contracts'
import { bestLap, cornerHistories, faultOf, rateChange, stintRecord, timedLaps, type CornerHistory, type DayAtCorner } from '@ochote/core'
import type { ChartOption } from '../charts/Chart'
import { LazyChart } from '../charts/LazyChart'
import { count, lapTime, shortDay } from '../format/format'
import { EmptyState } from '../shell/EmptyState'
import type { Tokens } from '../theme/tokens'
import { useServerLog, useStintLogs } from '../stintLog/useStintLogs'
import { useCornerNumbers } from '../stint/useCornerNumbers'
import { FaultRates } from './FaultRates'

/** Faults per corner over a student's days at one circuit, as a chart and as its table. */
export function StudentProgress({ student }: { student: StudentView }) {
  const circuit = student.days[student.days.length - 1]?.circuit
  useServerLog({ studentId: student.person.id })
  const ids = useMemo(() => student.days.flatMap((d) => d.stints.map((s) => s.stint.id)), [student])
  const { logOf } = useStintLogs(ids)
  const days = useMemo(
    () =>
      student.days
        .filter((d) => d.circuit.id === circuit?.id)
        .map((d) => ({ ...d, records: d.stints.map((s) => stintRecord(logOf(s.stint.id).entries)) }))
        .filter((d) => d.records.some((r) => timedLaps(r).length > 0)),
    [student, circuit?.id, logOf],
  )
  const corners = useCornerNumbers(circuit?.id)
  const histories = useMemo(
    () =>
      cornerHistories(
        corners,
        days.map((d) => d.records),
      ),
    [corners, days],
  )
  const option = useCallback(
    (tokens: Tokens): ChartOption => ({
      grid: { left: 64, right: 10, top: 34, bottom: 46 },
      legend: { top: 0, left: 0, textStyle: { color: tokens.ink } },
      tooltip: { trigger: 'axis', valueFormatter: (v) => `${Number(v).toFixed(1)} a lap` },
      xAxis: {
        type: 'category',
        name: 'corner',
        nameLocation: 'middle',
        nameGap: 28,
        data: histories.map((h) => h.corner),
        axisLabel: { color: tokens.inkSoft },
        nameTextStyle: { color: tokens.inkSoft },
      },
      yAxis: {
        type: 'value',
        name: 'faults a lap',
        nameLocation: 'middle',
        nameGap: 40,
        axisLabel: { color: tokens.inkSoft },
        nameTextStyle: { color: tokens.inkSoft },
        splitLine: { lineStyle: { color: tokens.hairline } },
      },
      series: days.map((d, n) => ({
        type: 'bar',
        name: shortDay(d.date),
        data: histories.map((h) => h.days[n]?.perLap || null),
        // earlier days are hollow, the last is filled: distinguished without colour
        itemStyle: n === days.length - 1 ? { color: tokens.action } : { color: 'transparent', borderColor: tokens.ink, borderWidth: 1.4 },
      })),
    }),
    [histories, days],
  )
  if (days.length === 0) return <EmptyState title="Nothing driven yet">Faults per corner appear here after the first stint.</EmptyState>
  const now = histories.filter((h) => h.change === 'not logged since' || h.change === 'fewer').length
  const worse = histories.filter((h) => h.change === 'more' || h.change === 'new').length
  return (
    <>
      <Typography>
        {days.map((d) => {
          const best = d.records
            .map(bestLap)
            .flatMap((lap) => lap?.timeS ?? [])
            .sort((a, b) => a - b)[0]
          const laps = d.records.reduce((sum, r) => sum + timedLaps(r).length, 0)
          return `${shortDay(d.date)}: ${count(laps, 'lap')}${best ? `, best ${lapTime(best)}` : ''}, ${d.weather.toLowerCase()}. `
        })}
        {days.length > 1 && `Fewer faults logged at ${count(now, 'corner')}, more at ${worse}. What nobody looked for is not logged.`}
      </Typography>
      <FaultRates days={days} />
      <Box component="section" aria-labelledby="by-corner">
        <Typography id="by-corner" variant="h2">
          Faults at each corner
        </Typography>
        <LazyChart
          label="Faults a lap at each corner, one bar for each day; the table below has the same figures"
          height={260}
          option={option}
        />
      </Box>
      <HistoryTable histories={histories} heads={days.map((d) => shortDay(d.date))} />
    </>
  )
}

const codesOf = (day: DayAtCorner | undefined) =>
  !day || day.faults === 0
    ? '–'
    : `${day.codes.map((c) => `${faultOf(c.code)?.name ?? c.code}${c.times > 1 ? ` ×${c.times}` : ''}`).join(', ')}`

const changes: readonly CornerHistory['change'][] = ['not logged since', 'fewer', 'more', 'new']

/** Whether a change at a corner is no more than chance gives on so few laps. */
function mayBeChance({ change, days }: CornerHistory): boolean {
  const driven = days.filter(({ laps }) => laps > 0)
  const [first, last] = [driven[0], driven.at(-1)]
  return changes.includes(change) && first !== undefined && last !== undefined && rateChange(first, last) === 'too few to tell'
}

function HistoryTable({ histories, heads }: { histories: readonly CornerHistory[]; heads: readonly string[] }) {
  return (
    <Box sx={{ overflowX: 'auto' }}>
      <Table size="small" aria-label="Faults at each corner, day by day">
        <TableHead>
          <TableRow>
            <TableCell>Corner</TableCell>
            {heads.map((head) => (
              <TableCell key={head}>{head}</TableCell>
            ))}
            <TableCell>Change</TableCell>
          </TableRow>
        </TableHead>
        <TableBody>
          {histories.map((h) => (
            <TableRow key={h.corner}>
              <TableCell>
                <strong>{h.corner}</strong>
              </TableCell>
              {h.days.map((d, n) => (
                <TableCell key={n}>
                  {codesOf(d)}
                  {d.perLap !== null && d.faults > 0 ? ` (${d.perLap.toFixed(1)} a lap)` : ''}
                </TableCell>
              ))}
              <TableCell>
                <strong>{h.change ?? '–'}</strong>
                {mayBeChance(h) && ', may be chance'}
              </TableCell>
            </TableRow>
          ))}
        </TableBody>
      </Table>
    </Box>
  )
}
