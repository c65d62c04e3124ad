import { Box, Typography } from '@mui/material'
import { bestLap, timedLaps, type StintRecord } from '@ochote/core'
import { count, differenceFrom, lapTime, runningTime } from '../format/format'
import type { LiveSource } from '../telemetry/liveSource'
import { useNow } from './useNow'
import { LINK_LOST_MS } from './whereNow'

interface SeatClockProps {
  record: StintRecord
  plannedLaps: number
  /** a logger in the car times the lap better than a finger did */
  source?: LiveSource
}

/** Lap and laps left, large; the running time; the last lap against the best. */
export function SeatClock({ record, plannedLaps, source }: SeatClockProps) {
  const running = record.phase === 'running'
  const now = useNow(100, running)
  const laps = timedLaps(record)
  const current = record.laps.find((lap) => lap.timeS === null)
  const last = laps[laps.length - 1]
  const best = bestLap(record)
  const coolDown = running && laps.length >= plannedLaps
  // during a lap, the laps left are those after it
  const left = Math.max(0, plannedLaps - (running && current ? current.number : laps.length))
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: 'auto auto 1fr', alignItems: 'end', columnGap: { xs: 2, sm: 3 } }}>
      <Figure label={coolDown ? 'after the last' : 'lap'} value={coolDown ? 'Cool' : running && current ? String(current.number) : '–'} />
      <Figure
        label={!running ? 'laps planned' : left === 0 ? 'this is the last' : 'left after this'}
        value={String(running || record.phase === 'ended' ? left : plannedLaps)}
      />
      <Box sx={{ textAlign: 'right', minWidth: 0 }}>
        <Typography sx={{ fontSize: { xs: '1.8rem', sm: '2.3rem' }, fontWeight: 700, lineHeight: 1.05 }}>
          {running && current ? runningTime(Math.max(0, liveS(source) ?? (now - current.startedAtMs) / 1000)) : '0:00.0'}
        </Typography>
        <Typography variant="body2" color="text.secondary">
          {last?.timeS
            ? `Lap ${last.number} ${lapTime(last.timeS)}${best?.timeS && best !== last ? `, ${differenceFrom(last.timeS - best.timeS, 'the best')}` : laps.length > 1 ? ', the best' : ''}`
            : count(plannedLaps, 'lap') + ' planned'}
        </Typography>
      </Box>
    </Box>
  )
}

/** Time since the car crossed the line, by its logger's clock, s; null without a logger. */
function liveS(source: LiveSource | undefined): number | null {
  const car = source?.car()
  const lap = car?.laps[car.laps.length - 1]
  if (!car?.place || !lap || Date.now() - car.heardAtMs > LINK_LOST_MS) return null
  return (car.place.timeMs - lap.startMs) / 1000
}

function Figure({ label, value }: { label: string; value: string }) {
  return (
    <Box>
      <Typography sx={{ fontSize: { xs: '2.2rem', sm: '3.4rem' }, fontWeight: 800, lineHeight: 0.95 }}>{value}</Typography>
      <Typography variant="body2" color="text.secondary">
        {label}
      </Typography>
    </Box>
  )
}
