import { Box, Table, TableBody, TableCell, TableHead, TableRow, Typography } from '@mui/material'
import { useQuery } from '@tanstack/react-query'
import { useMemo } from 'react'
import { recordingsQuery, type RecordingsOf } from '../api/queries'
import { Loaded } from '../problem/Loaded'
import { DropFiles } from './DropFiles'
import { RecordingRow } from './RecordingRow'
import type { StintPlace } from './StintOfRecording'
import { UploadRow } from './UploadRow'
import { useUploads } from './useUploads'

interface RecordedLapsProps {
  of: RecordingsOf
  /** stints that a recording can be put with */
  places: readonly StintPlace[]
  /** what is said where there is none */
  empty: string
}

/** Recorded laps of a day, a stint or a student: files are dropped here, and read at once. */
export function RecordedLaps({ of, places, empty }: RecordedLapsProps) {
  const key = JSON.stringify(of)
  const whose = useMemo(() => JSON.parse(key) as RecordingsOf, [key])
  const recordings = useQuery(recordingsQuery(whose))
  const { uploads, add, stop, forget } = useUploads(whose)
  const placeOf = (stintId: string) => places.find((place) => place.stintId === stintId)?.says ?? null
  return (
    <Box component="section" aria-labelledby="recorded-laps" className="no-print">
      <Typography id="recorded-laps" variant="h2" sx={{ mb: 0.5 }}>
        Recorded laps
      </Typography>
      <DropFiles what="recorded laps from a logger, a phone or a camera (CSV or GPX)" accept=".csv,.gpx,.txt,text/csv" onFiles={add} />
      {uploads.map((one) => (
        <UploadRow
          key={one.id}
          upload={one}
          placeOf={placeOf}
          onStop={() => stop(one.id)}
          onForget={() => forget(one.id)}
          onAgain={(file) => {
            forget(one.id)
            add([file])
          }}
        />
      ))}
      <Loaded query={recordings}>
        {(list) =>
          list.length === 0 ? (
            <Typography color="text.secondary" sx={{ mt: 1 }}>
              {empty}
            </Typography>
          ) : (
            <Box sx={{ overflowX: 'auto' }}>
              <Table size="small" aria-label="Recorded laps">
                <TableHead>
                  <TableRow>
                    {['Recording', 'Began', 'What it has', 'Stint', ''].map((head, k) => (
                      <TableCell key={k}>{head}</TableCell>
                    ))}
                  </TableRow>
                </TableHead>
                <TableBody>
                  {list.map((recording) => (
                    <RecordingRow key={recording.id} recording={recording} places={places} />
                  ))}
                </TableBody>
              </Table>
            </Box>
          )
        }
      </Loaded>
    </Box>
  )
}
