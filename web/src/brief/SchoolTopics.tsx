import { ArrowDownward, ArrowUpward, DeleteOutlined } from '@mui/icons-material'
import { Button, Dialog, DialogActions, DialogContent, DialogContentText, DialogTitle, IconButton, Stack, TextField } from '@mui/material'
import { useState } from 'react'
import { v4 as uuid } from 'uuid'
import type { MeetingTopic, School } from '@ochote/contracts'
import { ConflictDialog } from '../problem/ConflictDialog'
import { ProblemNotice } from '../problem/ProblemNotice'
import { useSaveSchool } from '../api/useSaveSchool'

/** The school's own list for every meeting; what is particular to a circuit comes from the circuit. */
export function SchoolTopics({ school, onClose }: { school: School; onClose: () => void }) {
  const [topics, setTopics] = useState<readonly MeetingTopic[]>(school.meeting)
  const save = useSaveSchool(school, onClose)
  const set = (k: number, change: Partial<MeetingTopic>) => setTopics(topics.map((t, i) => (i === k ? { ...t, ...change } : t)))
  const move = (k: number, by: number) => {
    const next = [...topics]
    const [moved] = next.splice(k, 1)
    next.splice(k + by, 0, moved!)
    setTopics(next)
  }
  const wrong = topics.some((t) => t.topic.trim() === '' || t.text.trim() === '')
  return (
    <Dialog open onClose={(_e, reason) => reason !== 'backdropClick' && onClose()} fullWidth maxWidth="md" aria-labelledby="topics-title">
      <DialogTitle id="topics-title">The school’s list for every meeting</DialogTitle>
      <DialogContent sx={{ display: 'flex', flexDirection: 'column', gap: 1.5 }}>
        <DialogContentText>Items about a circuit come from the circuit’s own file, so leave them out here.</DialogContentText>
        {save.error && <ProblemNotice error={save.error} />}
        <ConflictDialog what="list" conflict={save.conflict} />
        {topics.map((t, k) => (
          <Stack key={t.id} direction="row" sx={{ gap: 1, alignItems: 'center' }}>
            <TextField
              size="small"
              label={`Topic ${k + 1}`}
              value={t.topic}
              error={t.topic.trim() === ''}
              onChange={(e) => set(k, { topic: e.target.value })}
              sx={{ width: 190, flexShrink: 0 }}
              slotProps={{ htmlInput: { maxLength: 60 } }}
            />
            <TextField
              size="small"
              label={`What to say, ${k + 1}`}
              value={t.text}
              error={t.text.trim() === ''}
              multiline
              fullWidth
              onChange={(e) => set(k, { text: e.target.value })}
              slotProps={{ htmlInput: { maxLength: 400 } }}
            />
            <IconButton aria-label={`Move ${t.topic} up`} disabled={k === 0} onClick={() => move(k, -1)}>
              <ArrowUpward />
            </IconButton>
            <IconButton aria-label={`Move ${t.topic} down`} disabled={k === topics.length - 1} onClick={() => move(k, 1)}>
              <ArrowDownward />
            </IconButton>
            <IconButton aria-label={`Remove ${t.topic}`} onClick={() => setTopics(topics.filter((_t, i) => i !== k))}>
              <DeleteOutlined />
            </IconButton>
          </Stack>
        ))}
        <Button sx={{ alignSelf: 'flex-start' }} onClick={() => setTopics([...topics, { id: uuid(), topic: '', text: '' }])}>
          Add a topic
        </Button>
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Cancel</Button>
        <Button variant="contained" disabled={wrong || save.saving} onClick={() => save.save({ meeting: [...topics] })}>
          Save the list
        </Button>
      </DialogActions>
    </Dialog>
  )
}
