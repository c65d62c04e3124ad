import { Box, Button, Stack, Typography } from '@mui/material'
import { useState } from 'react'
import type { DayView, School } from '@ochote/contracts'
import { isCovered, type MeetingItem } from '@ochote/core'
import { clock, count } from '../format/format'
import { ConflictDialog } from '../problem/ConflictDialog'
import { ProblemNotice } from '../problem/ProblemNotice'
import { Page } from '../shell/Page'
import { BriefParts } from './BriefParts'
import { CarChecks } from './CarChecks'
import { CloseMeeting } from './CloseMeeting'
import { MeetingLarge } from './MeetingLarge'
import { MeetingTopics } from './MeetingTopics'
import { SchoolTopics } from './SchoolTopics'
import { toggled } from './toggled'
import { useGoneThrough } from '../stintLog/useGoneThrough'
import { SaveState } from '../autosave/SaveState'
import { useMeeting } from './useMeeting'
import { WhoIsHere } from './WhoIsHere'

interface MeetingBoardProps {
  day: DayView
  school: School
  items: readonly MeetingItem[]
}

/** The drivers' meeting: tick each item as you cover it. Absent students can't be released until they have had the briefing. */
export function MeetingBoard({ day, school, items }: MeetingBoardProps) {
  const state = useMeeting(day)
  const { draft: meeting, change, error, conflict, retry } = state
  const gone = useGoneThrough(day)
  const [large, setLarge] = useState(false)
  const [editing, setEditing] = useState(false)
  const today = new Set(day.stints.flatMap((s) => [s.stint.studentId]))
  const students = day.people.filter((p) => p.role === 'student' && today.has(p.id))
  const cars = day.cars.filter((car) => day.stints.some(({ stint }) => stint.carId === car.id))
  const open = items.filter((i) => !isCovered(i, meeting.done))
  if (large)
    return (
      <MeetingLarge
        items={items}
        done={meeting.done}
        onDone={(id) => !meeting.done.includes(id) && change({ ...meeting, done: [...meeting.done, id] })}
        onClose={() => setLarge(false)}
      />
    )
  return (
    <Page title="Drivers’ meeting" actions={<BriefParts open="Meeting" dayId={day.id} />} caution>
      <Stack direction="row" className="no-print" sx={{ gap: 1, flexWrap: 'wrap', alignItems: 'center' }}>
        <Button variant="contained" onClick={() => setLarge(true)}>
          Show large
        </Button>
        <Button onClick={() => setEditing(true)}>Edit the school’s list</Button>
        <Button onClick={() => window.print()}>Print</Button>
        <Typography color="text.secondary" sx={{ ml: 'auto' }}>
          {meeting.heldAt ? `Held by ${meeting.heldBy}, ${clock(meeting.heldAt)}` : `${count(open.length, 'item')} still to cover`}
        </Typography>
        <SaveState state={state} before="Saved as you go" />
      </Stack>
      {error && <ProblemNotice error={error} onRetry={retry} />}
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: 'minmax(0,1fr)', md: 'minmax(0,3fr) minmax(260px,1fr)' }, gap: 4 }}>
        <MeetingTopics items={items} done={meeting.done} onToggle={(id) => change({ ...meeting, done: toggled(meeting.done, id) })} />
        <Stack sx={{ gap: 2 }}>
          <WhoIsHere students={students} present={meeting.present} gone={gone} onPresent={(present) => change({ ...meeting, present })} />
          <CarChecks cars={cars} checks={school.carChecks} done={meeting.cars} onDone={(done) => change({ ...meeting, cars: done })} />
          <CloseMeeting meeting={meeting} open={open} onChange={change} />
        </Stack>
      </Box>
      {editing && <SchoolTopics school={school} onClose={() => setEditing(false)} />}
      <ConflictDialog what="meeting" conflict={conflict} />
    </Page>
  )
}
