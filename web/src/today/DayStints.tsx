import { Add } from '@mui/icons-material'
import { Box, Button } from '@mui/material'
import { lazy, Suspense, useState } from 'react'
import type { DayView } from '@ochote/contracts'
import type { LoggedStint } from '../stintLog/useDayLogs'
import { ArchivedInDay } from './ArchivedInDay'
import { newStint } from './newStint'
import { StintsTable } from './StintsTable'

// the form comes when it is opened
const StintDialog = lazy(async () => ({ default: (await import('./StintDialog')).StintDialog }))

interface DayStintsProps {
  day: DayView
  stints: readonly LoggedStint[]
  nextId: string | null
}

/** Every stint of the day, to be opened, added to and changed. */
export function DayStints({ day, stints, nextId }: DayStintsProps) {
  const [open, setOpen] = useState<ReturnType<typeof newStint> | null>(null)
  const isEmpty = stints.length === 0
  return (
    <>
      {!isEmpty && <StintsTable day={day} stints={stints} nextId={nextId} onChange={setOpen} />}
      {day.plans.length > 0 && (
        <Box className="no-print">
          <Button variant={isEmpty ? 'contained' : 'outlined'} startIcon={<Add />} onClick={() => setOpen(newStint(day))}>
            New stint
          </Button>
        </Box>
      )}
      <ArchivedInDay dayId={day.id} />
      <Suspense>{open && <StintDialog key={open.id} day={day} stint={open} onClose={() => setOpen(null)} />}</Suspense>
    </>
  )
}
