import { Button, Checkbox, FormControlLabel, MenuItem, Stack, TextField, Typography } from '@mui/material'
import { useMemo, useState } from 'react'
import { v4 as uuid } from 'uuid'
import type { Drawing, ReviewDraft, VideoSync } from '@ochote/contracts'
import { isCompared, type PlanSolution } from '@ochote/core'
import { distance } from '../../format/format'
import { DropFiles } from '../../recordings/DropFiles'
import { ProblemNotice } from '../../problem/ProblemNotice'
import { noQuestion } from '../noQuestion'
import { useMoveCursor } from '../../ribbon/trackCursor'
import type { Reviewed } from '../../workers/review.worker'
import { placeOfTime, timeOfPlace } from '../lapPlaces'
import { DrawOver, type DrawTool } from './DrawOver'
import { LineUp } from './LineUp'
import { useKeptVideo } from './useKeptVideo'
import { PlayerControls } from './PlayerControls'
import { SideBySide } from './SideBySide'
import { usePlayer, useVideoFile } from './useVideo'
import { VideoScreen } from './VideoScreen'

interface VideoPanelProps {
  recordingId: string
  solution: PlanSolution
  reviewed: Reviewed
  review: ReviewDraft
  corner: string | null
  onChange: (review: ReviewDraft) => void
}

export const VIDEO_TYPES = '.mp4,.webm,.m4v,video/mp4,video/webm'
const nothing: Drawing = { strokes: [], words: [] }
const tools: Readonly<Record<DrawTool, string>> = { line: 'a line', arrow: 'an arrow', words: 'words' }

/** The student’s own video beside the data: it plays from this device, and the ribbon and the map follow it. */
export function VideoPanel({ recordingId, solution, reviewed, review, corner, onChange }: VideoPanelProps) {
  const { track } = solution
  const { video, show, open, close } = useVideoFile()
  const kept = useKeptVideo(recordingId, show)
  const moveCursor = useMoveCursor()
  const laps = useMemo(() => reviewed.analysis.laps.map((lap, k) => ({ lap, trace: reviewed.traces[k]! })), [reviewed])
  const sync = video && review.video?.fileName === video.name ? review.video : null
  const placeAt = (videoS: number) => (sync ? placeOfTime(laps, track, sync.atS + videoS) : null)
  const [element, player] = usePlayer((videoS) => {
    const place = placeAt(videoS)
    if (place) moveCursor(place.stationM)
  })
  const here = placeAt(player.timeS)
  const wholeLaps = laps.filter(({ lap }) => isCompared(lap)).map(({ lap }) => lap.lap)
  const [lap, setLap] = useState(wholeLaps[0] ?? laps[0]?.lap.lap ?? 0)
  const [isTwo, setTwo] = useState(false)
  const [tool, setTool] = useState<DrawTool | null>(null)
  const [words, setWords] = useState('')
  const [drawing, setDrawing] = useState<Drawing>(nothing)
  const go = (stationM: number, to = lap) => {
    const at = timeOfPlace(laps, track, { lap: to, stationM })
    if (sync && at !== null) player.seek(at - sync.atS)
  }
  const lineUp = (next: VideoSync | null) => onChange({ ...review, video: next })
  const keep = () => {
    if (!here) return
    const text = words.trim() === '' ? 'Drawing' : words.trim()
    onChange({
      ...review,
      notes: [
        ...review.notes,
        {
          id: uuid(),
          lap: here.lap,
          stationM: here.stationM,
          text,
          madeAt: new Date().toISOString(),
          drawing,
          soundId: null,
          ...noQuestion,
        },
      ],
    })
    setDrawing(nothing)
    setTool(null)
    setWords('')
  }
  if (!video)
    return (
      <>
        <Typography variant="body2" sx={{ mb: 1 }}>
          Open a video that was made in the car. It plays from this device and is not sent anywhere.
        </Typography>
        <DropFiles what="a video (MP4 or WebM)" accept={VIDEO_TYPES} onFiles={([file]) => file && open(file)} />
        {review.video && (
          <Typography variant="body2" color="text.secondary" sx={{ mt: 1 }}>
            {review.video.fileName} was lined up with these laps before. Open it to go on.
          </Typography>
        )}
      </>
    )
  const drawings = review.notes.filter((note) => note.drawing !== null)
  return (
    <>
      <VideoScreen element={element} video={video} says={video.name} events={player.events}>
        <DrawOver drawing={drawing} tool={player.isPlaying ? null : tool} words={words} onChange={setDrawing} />
      </VideoScreen>
      <PlayerControls player={player} />
      <Typography variant="body2" role="status">
        {here
          ? `Lap ${here.lap}, at ${distance(here.stationM)}`
          : sync
            ? 'There is no recording for this moment.'
            : 'Not lined up with the laps yet.'}
      </Typography>
      <LineUp
        video={video}
        sync={sync}
        videoS={player.timeS}
        lengthS={player.lengthS}
        laps={laps.map((one) => one.lap)}
        passes={reviewed.analysis.passes}
        timeOf={(moment) => timeOfPlace(laps, track, moment)}
        zeroAtMs={reviewed.zeroAtMs}
        corner={corner}
        lap={lap}
        onSync={lineUp}
      />
      {sync && (
        <Stack direction="row" sx={{ alignItems: 'center', flexWrap: 'wrap', gap: 1, mt: 1 }}>
          <TextField select size="small" label="Lap" value={lap} sx={{ minWidth: 76 }} onChange={(e) => setLap(Number(e.target.value))}>
            {laps.map((one) => (
              <MenuItem key={one.lap.lap} value={one.lap.lap}>
                {one.lap.lap}
              </MenuItem>
            ))}
          </TextField>
          <Button size="small" onClick={() => go(0)}>
            Start of the lap
          </Button>
          {solution.corners.map((c) => (
            <Button
              key={c.number}
              size="small"
              sx={{ minWidth: 32, px: 0.5 }}
              aria-label={`Go to corner ${c.number}`}
              onClick={() => go(Math.max(0, (c.points.brakeStart?.stationM ?? c.startM) - 40))}
            >
              {c.number}
            </Button>
          ))}
        </Stack>
      )}
      {sync && wholeLaps.length > 1 && (
        <>
          <FormControlLabel
            control={<Checkbox size="small" checked={isTwo} onChange={(_e, next) => setTwo(next)} />}
            label="Another lap at the same place"
          />
          {isTwo && (
            <SideBySide video={video} sync={sync} laps={laps} track={track} here={here} numbers={wholeLaps} isPlaying={player.isPlaying} />
          )}
        </>
      )}
      <Typography variant="h3" sx={{ fontSize: '1rem', fontWeight: 700, mt: 1.5 }}>
        Draw on the picture
      </Typography>
      <Stack direction="row" sx={{ flexWrap: 'wrap', gap: 0.5, alignItems: 'center' }}>
        {(Object.keys(tools) as DrawTool[]).map((name) => (
          <Button
            key={name}
            size="small"
            variant={tool === name ? 'contained' : 'text'}
            aria-pressed={tool === name}
            onClick={() => setTool(tool === name ? null : name)}
          >
            Draw {tools[name]}
          </Button>
        ))}
        <TextField
          size="small"
          label="Words"
          value={words}
          sx={{ flex: 1, minWidth: 120 }}
          slotProps={{ htmlInput: { maxLength: 80 } }}
          onChange={(e) => setWords(e.target.value)}
        />
        <Button size="small" disabled={drawing.strokes.length + drawing.words.length === 0} onClick={() => setDrawing(nothing)}>
          Wipe
        </Button>
        <Button size="small" variant="contained" disabled={!here || drawing.strokes.length + drawing.words.length === 0} onClick={keep}>
          Save the drawing
        </Button>
      </Stack>
      {drawings.map((note) => (
        <Button
          key={note.id}
          size="small"
          sx={{ display: 'block', textAlign: 'left' }}
          onClick={() => {
            go(note.stationM, note.lap)
            setDrawing(note.drawing ?? nothing)
          }}
        >
          Lap {note.lap}, at {distance(note.stationM)}: {note.text}
        </Button>
      ))}
      <Stack direction="row" sx={{ alignItems: 'center', flexWrap: 'wrap', mt: 1 }}>
        <FormControlLabel
          control={<Checkbox size="small" checked={kept.isKept} onChange={(_e, next) => kept.keep(next ? video : null)} />}
          label="Keep the video on this device"
        />
        <Button size="small" onClick={close}>
          Close the video
        </Button>
      </Stack>
      {kept.error && <ProblemNotice error={kept.error} />}
    </>
  )
}
