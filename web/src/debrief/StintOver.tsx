import { Box, Button, Link, Typography } from '@mui/material'
import { Link as RouterLink, useLocation, useNavigate } from 'react-router'
import type { LogEntry } from '@ochote/contracts'
import { effectiveEntries, type StintRecord } from '@ochote/core'
import { clock } from '../format/format'
import { stagePath } from '../shell/stages'
import type { OpenStint } from '../stint/openStint'
import type { NewEntry } from '../stintLog/useStintLogs'

interface StintOverProps {
  open: Pick<OpenStint, 'day' | 'stint'>
  entries: readonly LogEntry[]
  record: StintRecord
  add: (entry: NewEntry) => string
}

/** Straight after “In”: that the stint is over, the way back where it is not, and the reports that are still to write. */
export function StintOver({ open: { day, stint }, entries, record, add }: StintOverProps) {
  const { state } = useLocation() as { state: { justIn?: boolean } | null }
  const navigate = useNavigate()
  const inEntry = effectiveEntries(entries).find(({ kind }) => kind === 'in')
  const unwritten = record.incidents.filter(({ report }) => report === null).length
  const seat = stagePath(day.id, 'run', stint.id)
  if (!state?.justIn || !inEntry) return null
  const goOn = () => {
    add({ kind: 'undo', about: inEntry.id })
    void navigate(seat)
  }
  return (
    <Box
      sx={{
        ...{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 2, px: 2, py: 0.75, bgcolor: 'background.paper' },
        ...{ borderLeft: 5, borderColor: unwritten > 0 ? 'warning.main' : 'primary.main' },
      }}
    >
      <Typography role="status">
        The stint is over: in at {clock(inEntry.deviceTime)}.
        {unwritten > 0 && (
          <>
            {' '}
            <Link component={RouterLink} to={seat}>
              {unwritten === 1 ? 'One incident report is' : `${unwritten} incident reports are`} still to write
            </Link>
            .
          </>
        )}
      </Typography>
      {/* as large as a target in the seat: the car may still be moving */}
      <Button variant="outlined" onClick={goOn} sx={{ minHeight: 64 }}>
        Not over: back to the seat
      </Button>
    </Box>
  )
}
