import { ArrowDownward, ArrowUpward, DeleteOutlined } from '@mui/icons-material'
import { Button, IconButton, Stack, TextField, Typography } from '@mui/material'
import { v4 as uuid } from 'uuid'
import * as z from 'zod'
import type { MeetingTopic, School } from '@ochote/contracts'
import { useSaveSchool } from '../api/useSaveSchool'
import { RecordDialog } from '../records/RecordDialog'
import { useTyped } from '../records/useTyped'

/** Topics while they are typed: one may still be empty. */
const typedTopicsSchema = z.object({ topics: z.array(z.object({ id: z.string(), topic: z.string(), text: z.string() })) })

/** The school's own list for every meeting; what is particular to a circuit comes from the circuit. */
export function SchoolTopics({ school, onClose }: { school: School; onClose: () => void }) {
  const form = useTyped<{ topics: MeetingTopic[] }>('meeting', { topics: school.meeting }, school.version, (kept) =>
    typedTopicsSchema.parse(kept),
  )
  const { topics } = form.typed
  const setTopics = (next: MeetingTopic[]) => form.set({ topics: next })
  const state = useSaveSchool({ ...school, version: form.fromVersion }, () => {
    form.drop()
    onClose()
  })
  const set = (k: number, change: Partial<MeetingTopic>) => setTopics(topics.map((t, i) => (i === k ? { ...t, ...change } : t)))
  const move = (k: number, by: number) => {
    const next = [...topics]
    const [moved] = next.splice(k, 1)
    next.splice(k + by, 0, moved!)
    setTopics(next)
  }
  const wrong = topics.some((t) => t.topic.trim() === '' || t.text.trim() === '')
  return (
    <RecordDialog
      title="The school’s list for every meeting"
      what="list"
      maxWidth="md"
      makeWord={null}
      draft={wrong ? null : { meeting: topics }}
      {...{ form, state, onClose }}
    >
      <Typography color="text.secondary">Items about a circuit come from the circuit’s own file, so leave them out here.</Typography>
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
    </RecordDialog>
  )
}
