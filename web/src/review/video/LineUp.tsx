import { Button, MenuItem, Stack, TextField, Typography } from '@mui/material'
import type { VideoSync } from '@ochote/contracts'
import type { AnalysedPass, RecordedLap } from '@ochote/core'
import type { Moment } from '../lapPlaces'
import type { OpenVideo } from './useVideo'

interface LineUpProps {
  video: OpenVideo
  /** null before video and data have a moment in common */
  sync: VideoSync | null
  /** second of the video that is shown */
  videoS: number
  lengthS: number
  laps: readonly RecordedLap[]
  passes: readonly AnalysedPass[]
  timeOf: (moment: Moment) => number | null
  zeroAtMs: number | null
  corner: string | null
  lap: number
  onSync: (sync: VideoSync | null) => void
}

const FINE_S = [-0.5, -0.04, 0.04, 0.5] as const

/** Says which moment of the laps the picture shows: a crossing, a brake light, the file’s own time; then by hand, finely. */
export function LineUp({ video, sync, videoS, lengthS, laps, passes, timeOf, zeroAtMs, corner, lap, onSync }: LineUpProps) {
  const put = (recordingS: number, how: VideoSync['how']) => onSync({ fileName: video.name.slice(0, 200), atS: recordingS - videoS, how })
  const braked = passes.find((one) => one.lap === lap && one.places.corner.number === corner)?.pass.brakeStartM ?? null
  const crossings = laps.filter((one) => one.complete)
  const ownS = zeroAtMs === null ? null : (video.modifiedMs - lengthS * 1000 - zeroAtMs) / 1000
  const last = laps.at(-1)
  const fits = ownS !== null && last !== undefined && ownS < last.startS + last.timeS && ownS + lengthS > laps[0]!.startS
  const atCorner = corner === null ? null : brakeTime()
  function brakeTime(): number | null {
    if (braked === null) return null
    const pass = passes.find((one) => one.lap === lap && one.places.corner.number === corner)!
    const lapM = pass.places.turnInM - (pass.places.corner.points.turnIn?.stationM ?? pass.places.corner.startM)
    return timeOf({ lap, stationM: Math.max(0, braked - lapM) })
  }
  return (
    <>
      <Stack direction="row" sx={{ alignItems: 'center', flexWrap: 'wrap', gap: 1, mt: 1 }}>
        <TextField
          select
          size="small"
          label="The picture shows"
          value=""
          sx={{ minWidth: 190 }}
          onChange={(e) => put(Number(e.target.value), 'crossing')}
        >
          {crossings.map((one) => (
            <MenuItem key={one.lap} value={one.startS}>
              the start of lap {one.lap}
            </MenuItem>
          ))}
        </TextField>
        {atCorner !== null && (
          <Button size="small" onClick={() => put(atCorner, 'brake light')}>
            the brake light at corner {corner}, lap {lap}
          </Button>
        )}
        {fits && (
          <Button size="small" onClick={() => onSync({ fileName: video.name.slice(0, 200), atS: ownS, how: 'own time' })}>
            Use the file’s own time
          </Button>
        )}
      </Stack>
      {sync && (
        <Stack direction="row" sx={{ alignItems: 'center', flexWrap: 'wrap', mt: 0.5 }}>
          <Typography variant="body2">Lined up by {sync.how === 'by hand' ? 'hand' : `the ${sync.how}`}. Shift the laps:</Typography>
          {FINE_S.map((s) => (
            <Button
              key={s}
              size="small"
              sx={{ minWidth: 52 }}
              aria-label={`Laps ${Math.abs(s)} s ${s < 0 ? 'back' : 'on'}`}
              onClick={() => onSync({ ...sync, atS: sync.atS + s, how: 'by hand' })}
            >
              {s > 0 ? '+' : '−'}
              {Math.abs(s)} s
            </Button>
          ))}
        </Stack>
      )}
    </>
  )
}
