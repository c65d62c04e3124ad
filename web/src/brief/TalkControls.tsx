import { NavigateBefore, NavigateNext, Pause, PlayArrow } from '@mui/icons-material'
import { Button, FormControlLabel, IconButton, MenuItem, Stack, Switch, TextField, Typography } from '@mui/material'
import { talkPaces, type TalkPace } from '@ochote/core'
import { canSpeak, hush } from './speech'
import type { TalkClock } from './useTalkClock'

const paceNames: Record<TalkPace, string> = { walking: 'At walking pace', sighting: 'At sighting pace', session: 'At session pace' }

interface TalkControlsProps {
  clock: TalkClock
  /** number of marks in the lap */
  count: number
  pace: TalkPace
  onPace: (pace: TalkPace) => void
  speaking: boolean
  onSpeaking: (on: boolean) => void
}

/** Plays the lap, steps from mark to mark, and chooses how fast and whether aloud. */
export function TalkControls({ clock: { at, playing, go, play, pause }, count, pace, onPace, speaking, onSpeaking }: TalkControlsProps) {
  return (
    <Stack direction="row" sx={{ gap: 1, alignItems: 'center', flexWrap: 'wrap' }}>
      <IconButton aria-label="Mark before" disabled={at === 0} onClick={() => go(at - 1)}>
        <NavigateBefore />
      </IconButton>
      <Button variant="contained" startIcon={playing ? <Pause /> : <PlayArrow />} onClick={playing ? pause : play}>
        {playing ? 'Pause' : 'Play'}
      </Button>
      <IconButton aria-label="Next mark" disabled={at === count - 1} onClick={() => go(at + 1)}>
        <NavigateNext />
      </IconButton>
      <TextField
        select
        size="small"
        hiddenLabel
        value={pace}
        slotProps={{ select: { 'aria-label': 'Pace' } }}
        onChange={(e) => onPace(e.target.value as TalkPace)}
      >
        {talkPaces.map((p) => (
          <MenuItem key={p} value={p}>
            {paceNames[p]}
          </MenuItem>
        ))}
      </TextField>
      {canSpeak() ? (
        <FormControlLabel
          label="Speak"
          control={<Switch checked={speaking} onChange={(_e, on) => (onSpeaking(on), on ? undefined : hush())} />}
        />
      ) : (
        <Typography variant="body2">This browser has no voice. Read it out yourself.</Typography>
      )}
    </Stack>
  )
}
