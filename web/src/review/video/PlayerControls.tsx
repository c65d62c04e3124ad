import { NavigateBefore, NavigateNext, Pause, PlayArrow } from '@mui/icons-material'
import { IconButton, MenuItem, Slider, Stack, TextField, Typography } from '@mui/material'
import { runningTime } from '../../format/format'
import type { Player } from './useVideo'

const RATES = [0.1, 0.25, 0.5, 1, 2] as const

/** Play, slow, frame by frame, and anywhere in the video. */
export function PlayerControls({ player }: { player: Player }) {
  const { isPlaying, toggle, step, timeS, lengthS, seek, rate, changeRate } = player
  return (
    <Stack direction="row" sx={{ alignItems: 'center', columnGap: 0.5, flexWrap: 'wrap' }}>
      <IconButton aria-label={isPlaying ? 'Pause' : 'Play'} onClick={toggle}>
        {isPlaying ? <Pause /> : <PlayArrow />}
      </IconButton>
      <IconButton size="small" aria-label="One frame back" onClick={() => step(-1)}>
        <NavigateBefore />
      </IconButton>
      <IconButton size="small" aria-label="One frame on" onClick={() => step(1)}>
        <NavigateNext />
      </IconButton>
      <TextField
        select
        size="small"
        hiddenLabel
        value={rate}
        sx={{ minWidth: 84 }}
        slotProps={{ select: { 'aria-label': 'Speed of the video' } }}
        onChange={(e) => changeRate(Number(e.target.value))}
      >
        {RATES.map((one) => (
          <MenuItem key={one} value={one}>
            × {one}
          </MenuItem>
        ))}
      </TextField>
      <Slider
        size="small"
        aria-label="Place in the video"
        min={0}
        max={Math.max(lengthS, 0.1)}
        step={0.04}
        value={Math.min(timeS, Math.max(lengthS, 0.1))}
        getAriaValueText={(s) => `${runningTime(s)} min`}
        onChange={(_e, to) => seek(to as number)}
        sx={{ flex: 1, minWidth: 90, mx: 1 }}
      />
      <Typography variant="body2" sx={{ fontVariantNumeric: 'tabular-nums' }}>
        {runningTime(timeS)}
      </Typography>
    </Stack>
  )
}
