import { Box, MenuItem, TextField } from '@mui/material'
import { useEffect, useRef, useState } from 'react'
import type { VideoSync } from '@ochote/contracts'
import type { LapTrace, RecordedLap, Track } from '@ochote/core'
import { timeOfPlace, type Moment } from '../lapPlaces'
import type { OpenVideo } from './useVideo'
import { VideoScreen } from './VideoScreen'

interface SideBySideProps {
  video: OpenVideo
  sync: VideoSync
  laps: readonly { readonly lap: RecordedLap; readonly trace: LapTrace }[]
  track: Track
  /** where the other picture is; null where the recording has nothing */
  here: Moment | null
  numbers: readonly number[]
  isPlaying: boolean
}

/** While both play, the second is put right when it is further off than this, s. */
const OFF_S = 0.12

/** The same video at the same place of another lap. */
export function SideBySide({ video, sync, laps, track, here, numbers, isPlaying }: SideBySideProps) {
  const element = useRef<HTMLVideoElement>(null)
  const [lap, setLap] = useState(numbers.find((number) => number !== here?.lap) ?? numbers[0]!)
  const at = here && timeOfPlace(laps, track, { lap, stationM: here.stationM })
  const wantedS = at === null ? null : at - sync.atS
  useEffect(() => {
    const other = element.current
    if (!other || wantedS === null || wantedS < 0) return
    if (Math.abs(other.currentTime - wantedS) > (isPlaying ? OFF_S : 0.01)) other.currentTime = wantedS
    if (isPlaying && other.paused) void other.play().catch(() => undefined)
    if (!isPlaying && !other.paused) other.pause()
  }, [wantedS, isPlaying])
  return (
    <Box>
      <TextField
        select
        size="small"
        label="Other lap"
        value={lap}
        sx={{ minWidth: 100, mb: 0.5 }}
        onChange={(e) => setLap(Number(e.target.value))}
      >
        {numbers.map((number) => (
          <MenuItem key={number} value={number}>
            {number}
          </MenuItem>
        ))}
      </TextField>
      <VideoScreen element={element} video={video} says={`${video.name}, lap ${lap}`} />
    </Box>
  )
}
