import { Box, Button, Typography } from '@mui/material'
import { COOL_DOWN_SHARE } from '@ochote/core'
import { runningTime } from '../../format/format'

interface SessionClockProps {
  now: number
  endMs: number
  /** the latest time to show the end */
  callInMs: number
  out: number
  shown: boolean
  onShown: () => void
  /** who is released next, and the earliest time; null where all are out */
  next: { name: string; atMs: number | null } | null
  onRelease: () => void
}

/** Over an hour, minutes are enough. */
const left = (ms: number) => {
  const minutes = Math.floor(Math.abs(ms) / 60_000)
  const words = minutes >= 60 ? `${Math.floor(minutes / 60)} h ${minutes % 60} min` : runningTime(Math.abs(ms) / 1000).replace(/\.\d$/, '')
  return `${ms < 0 ? '−' : ''}${words}`
}
const clock = (ms: number) => new Date(ms).toLocaleTimeString('en-GB')

/** Time, who goes next and when, and by when the end must be shown so that the last car is in. */
export function SessionClock({ now, endMs, callInMs, out, shown, onShown, next, onRelease }: SessionClockProps) {
  const waitMs = next?.atMs == null ? 0 : next.atMs - now
  const late = out > 0 && !shown && now >= callInMs
  return (
    <Box
      component="section"
      aria-label="Session clock"
      sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', sm: 'auto 1fr 1fr' }, gap: 3, alignItems: 'start' }}
    >
      <Box>
        <Typography sx={{ fontSize: '2.6rem', fontWeight: 800, lineHeight: 1 }}>{clock(now)}</Typography>
        <Typography color="text.secondary">{out} out</Typography>
      </Box>
      <Box>
        <Typography role="status" color={late ? 'error' : 'text.primary'} sx={{ fontWeight: late ? 800 : 400 }}>
          {shown
            ? 'The last-lap signal has been given.'
            : out === 0
              ? `Everyone in by ${clock(endMs)}.`
              : late
                ? '▲ Give the last-lap signal now: the last car will be in late.'
                : `Give the last-lap signal by ${clock(callInMs)}, in ${left(callInMs - now)}: a lap to finish and one to cool down (taken as ${COOL_DOWN_SHARE} laps) before ${clock(endMs)}.`}
        </Typography>
        <Button
          variant={late ? 'contained' : 'outlined'}
          color={late ? 'error' : 'primary'}
          disabled={out === 0 || shown}
          onClick={onShown}
        >
          Last-lap signal given
        </Button>
      </Box>
      <Box>
        <Typography>
          {next ? `Next out: ${next.name}${waitMs > 0 ? `, in ${left(waitMs)}` : ', now'}` : 'Everyone has been released.'}
        </Typography>
        <Button variant="contained" disabled={!next || waitMs > 0} onClick={onRelease}>
          {next ? `Release ${next.name}` : 'Release'}
        </Button>
      </Box>
    </Box>
  )
}
