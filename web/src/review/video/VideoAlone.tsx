import { Box, Button, Stack, Table, TableBody, TableCell, TableHead, TableRow, Typography } from '@mui/material'
import { useState } from 'react'
import { saveFile } from '../../device/saveFile'
import { csvOf } from '../../format/csv'
import { lapTime, runningTime } from '../../format/format'
import { DropFiles } from '../../recordings/DropFiles'
import { PlayerControls } from './PlayerControls'
import { usePlayer, useVideoFile } from './useVideo'
import { VIDEO_TYPES } from './VideoPanel'
import { VideoScreen } from './VideoScreen'

/** A video without any data: laps are tapped while it plays. */
export function VideoAlone() {
  const { video, open, close } = useVideoFile()
  const [crossings, setCrossings] = useState<readonly number[]>([])
  const [element, player] = usePlayer(() => undefined)
  const laps = crossings.slice(1).map((at, k) => ({ lap: k + 1, fromS: crossings[k]!, timeS: at - crossings[k]! }))
  const crosses = (atS: number) => setCrossings((all) => [...all, atS].sort((a, b) => a - b))
  const save = () => {
    const rows = laps.map(({ lap, fromS, timeS }) => ({ lap, 'from, s': fromS.toFixed(2), 'time, s': timeS.toFixed(2) }))
    saveFile(new Blob([csvOf(rows)], { type: 'text/csv' }), 'Laps from video.csv')
  }
  return (
    <Box component="section" aria-labelledby="video-alone">
      <Typography id="video-alone" variant="h2" sx={{ mb: 0.5 }}>
        Laps from a video
      </Typography>
      {!video ? (
        <DropFiles
          what="a video (MP4 or WebM); it plays from this device and is not sent anywhere"
          accept={VIDEO_TYPES}
          onFiles={([file]) => file && open(file)}
        />
      ) : (
        <Box sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', md: '3fr 2fr' }, gap: 2 }}>
          <Box>
            <VideoScreen element={element} video={video} says={video.name} events={player.events} />
            <PlayerControls player={player} />
          </Box>
          <Box>
            <Stack direction="row" sx={{ gap: 1, flexWrap: 'wrap' }}>
              <Button variant="contained" onClick={() => crosses(player.nowS())}>
                Crosses the line
              </Button>
              <Button disabled={crossings.length === 0} onClick={() => setCrossings((all) => all.slice(0, -1))}>
                Take the last back
              </Button>
              <Button disabled={laps.length === 0} onClick={save}>
                Save as CSV
              </Button>
              <Button onClick={close}>Close the video</Button>
            </Stack>
            <Table size="small" aria-label="Laps from the video">
              <TableHead>
                <TableRow>
                  <TableCell>Lap</TableCell>
                  <TableCell>From</TableCell>
                  <TableCell>Time</TableCell>
                </TableRow>
              </TableHead>
              <TableBody>
                {laps.map(({ lap, fromS, timeS }) => (
                  <TableRow key={lap}>
                    <TableCell>{lap}</TableCell>
                    <TableCell>
                      <Button size="small" onClick={() => player.seek(fromS)} aria-label={`Go to lap ${lap}`}>
                        {runningTime(fromS)}
                      </Button>
                    </TableCell>
                    <TableCell>{lapTime(timeS)}</TableCell>
                  </TableRow>
                ))}
              </TableBody>
            </Table>
            {crossings.length < 2 && (
              <Typography variant="body2" color="text.secondary" sx={{ mt: 1 }}>
                {crossings.length === 0
                  ? 'Press “Crosses the line” each time the car does. A lap is as good as the tap.'
                  : 'The first lap has begun.'}
              </Typography>
            )}
          </Box>
        </Box>
      )}
    </Box>
  )
}
