import { Box, Button, Checkbox, FormControlLabel, Stack, TextField, Typography } from '@mui/material'
import { useState } from 'react'
import type { DayView, School } from '@ochote/contracts'
import { isCovered, type MeetingItem } from '@ochote/core'
import { clock, count } from '../format/format'
import { ConflictDialog } from '../problem/ConflictDialog'
import { ProblemNotice } from '../problem/ProblemNotice'
import { Page } from '../shell/Page'
import { BriefParts } from './BriefParts'
import { MeetingLarge } from './MeetingLarge'
import { SchoolTopics } from './SchoolTopics'
import { useMeeting } from './useMeeting'

interface MeetingBoardProps {
  day: DayView
  school: School
  items: readonly MeetingItem[]
}

/** Ticked as it is gone through; who is absent is not released until it is done with them. */
export function MeetingBoard({ day, school, items }: MeetingBoardProps) {
  const { meeting, change, saving, error, conflict, retry } = useMeeting(day)
  const [large, setLarge] = useState(false)
  const [editing, setEditing] = useState(false)
  const today = new Set(day.stints.flatMap((s) => [s.stint.studentId]))
  const students = day.people.filter((p) => p.role === 'student' && today.has(p.id))
  const absent = students.filter((p) => !meeting.present.includes(p.id))
  const open = items.filter((i) => !isCovered(i, meeting.done))
  const toggle = (list: readonly string[], id: string) => (list.includes(id) ? list.filter((one) => one !== id) : [...list, id])
  const held = meeting.heldAt !== null
  const topics = [...new Set(items.map((i) => i.topic))]
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
        <Typography role="status" color="text.secondary" sx={{ ml: 'auto' }}>
          {saving
            ? 'Saving…'
            : meeting.heldAt
              ? `Held by ${meeting.heldBy}, ${clock(meeting.heldAt)}`
              : `${count(open.length, 'item')} still to cover`}
        </Typography>
      </Stack>
      {error && <ProblemNotice error={error} onRetry={retry} />}
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: 'minmax(0,1fr)', md: 'minmax(0,3fr) minmax(260px,1fr)' }, gap: 4 }}>
        <Box>
          {topics.map((topic) => (
            <Box key={topic} component="section" aria-label={topic} sx={{ mb: 1.5 }}>
              <Typography variant="h2">{topic}</Typography>
              {items
                .filter((i) => i.topic === topic)
                .map((item) => (
                  <FormControlLabel
                    key={item.id}
                    sx={{ alignItems: 'flex-start', display: 'flex', '& .MuiCheckbox-root': { py: 0.25 } }}
                    label={item.text}
                    control={
                      <Checkbox
                        checked={isCovered(item, meeting.done)}
                        onChange={() => change({ ...meeting, done: toggle(meeting.done, item.id) })}
                      />
                    }
                  />
                ))}
            </Box>
          ))}
        </Box>
        <Stack sx={{ gap: 2 }}>
          <Box component="section" aria-label="Who is here">
            <Typography variant="h2">Who is here</Typography>
            {students.map((p) => (
              <FormControlLabel
                key={p.id}
                sx={{ display: 'flex' }}
                label={p.name}
                control={
                  <Checkbox
                    checked={meeting.present.includes(p.id)}
                    onChange={() => change({ ...meeting, present: toggle(meeting.present, p.id) })}
                  />
                }
              />
            ))}
            <Button
              size="small"
              disabled={absent.length === 0}
              onClick={() => change({ ...meeting, present: [...meeting.present, ...absent.map((p) => p.id)] })}
            >
              Everyone
            </Button>
            <Typography sx={{ mt: 1 }} color={absent.length > 0 ? 'error' : 'text.secondary'}>
              {absent.length === 0
                ? 'Everyone is here.'
                : `Can’t be released until they have had the briefing: ${absent.map((p) => p.name).join(', ')}`}
            </Typography>
          </Box>
          <TextField
            label="Questions asked"
            multiline
            minRows={3}
            value={meeting.questions}
            slotProps={{ htmlInput: { maxLength: 2000 } }}
            onChange={(e) => change({ ...meeting, questions: e.target.value })}
          />
          <TextField
            label="Held by"
            value={meeting.heldBy}
            slotProps={{ htmlInput: { maxLength: 80 } }}
            onChange={(e) => change({ ...meeting, heldBy: e.target.value })}
          />
          <Button
            variant={held ? 'outlined' : 'contained'}
            disabled={!held && (open.length > 0 || meeting.heldBy.trim() === '')}
            onClick={() => change({ ...meeting, heldAt: held ? null : new Date().toISOString() })}
          >
            {held ? 'Reopen the meeting' : 'Close the meeting'}
          </Button>
          {!held && open.length > 0 && (
            <Typography variant="body2">
              {count(open.length, 'item')} not covered yet: {open[0]!.topic}, {open[0]!.text}
            </Typography>
          )}
          {!held && open.length === 0 && meeting.heldBy.trim() === '' && <Typography variant="body2">Enter who held it.</Typography>}
        </Stack>
      </Box>
      {editing && <SchoolTopics school={school} onClose={() => setEditing(false)} />}
      <ConflictDialog what="meeting" conflict={conflict} />
    </Page>
  )
}
