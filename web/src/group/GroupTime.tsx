import { Box, Table, TableBody, TableCell, TableHead, TableRow, Typography } from '@mui/material'
import { StintReading } from '../reading/StintReading'
import { partWords, secondsWords } from '../reading/lostWords'
import type { NameOf } from './groupSlides'
import type { GroupTimeState } from './useGroupTime'

interface GroupTimeProps {
  state: GroupTimeState
  studentIds: readonly string[]
  nameOf: NameOf
}

/** Where the group's time is, corner by corner, the costliest first. */
export function GroupTime({ state, studentIds, nameOf }: GroupTimeProps) {
  const { times, toRead, recorded, onRead, onFailed, error } = state
  const shown = studentIds.filter((id) => times.some(({ students }) => students.some(({ studentId }) => studentId === id)))
  return (
    <Box component="section" aria-labelledby="group-time" sx={{ gridColumn: '1 / -1' }}>
      <Typography id="group-time" variant="h2">
        Where the time is
      </Typography>
      {error && <Typography role="alert">Recorded laps can’t be listed now.</Typography>}
      {toRead.map((one) => (
        <StintReading key={one.stintId} {...one} onRead={onRead} onFailed={onFailed} />
      ))}
      {times.length === 0 ? (
        toRead.length === 0 &&
        recorded !== null && (
          <Typography color="text.secondary">
            {recorded === 0
              ? 'No laps were recorded, so nobody knows.'
              : 'Not known: it takes two students with two whole recorded laps each.'}
          </Typography>
        )
      ) : (
        <>
          <Box sx={{ overflowX: 'auto' }}>
            <Table size="small" aria-label="Seconds lost at each corner, student by student">
              <TableHead>
                <TableRow>
                  <TableCell>Corner</TableCell>
                  <TableCell align="right" sx={{ whiteSpace: 'nowrap' }}>
                    Middle student, s
                  </TableCell>
                  <TableCell>Most of it</TableCell>
                  {shown.map((id) => (
                    <TableCell key={id} align="right">
                      {nameOf(id)}
                    </TableCell>
                  ))}
                </TableRow>
              </TableHead>
              <TableBody>
                {times.map(({ corner, lostS, part, students }) => (
                  <TableRow key={corner}>
                    <TableCell component="th" scope="row">
                      {corner}
                    </TableCell>
                    <TableCell align="right">
                      <strong>{secondsWords(lostS)}</strong>
                    </TableCell>
                    <TableCell sx={{ whiteSpace: 'nowrap' }}>{lostS > 0 ? partWords[part] : '–'}</TableCell>
                    {shown.map((id) => {
                      const own = students.find(({ studentId }) => studentId === id)
                      return (
                        <TableCell key={id} align="right">
                          {own ? secondsWords(own.lostS) : '–'}
                        </TableCell>
                      )
                    })}
                  </TableRow>
                ))}
              </TableBody>
            </Table>
          </Box>
          <Typography variant="body2" color="text.secondary">
            Seconds behind the plan that each drove, on a middle recorded lap, up to the next corner. – means fewer than two whole recorded
            laps. Plans may differ in pace, so compare corners, not students.
          </Typography>
        </>
      )}
    </Box>
  )
}
