import {
  Alert,
  Box,
  Button,
  Dialog,
  DialogActions,
  DialogContent,
  DialogContentText,
  DialogTitle,
  LinearProgress,
  Stack,
} from '@mui/material'
import { useMutation, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import * as z from 'zod'
import { eventReportSchema } from '@ochote/contracts'
import { fileKindOf, notJson } from '@ochote/core'
import { askAgain } from '../api/askAgain'
import { refused } from '../api/inputProblem'
import { ProblemError, request } from '../api/request'
import { saveFile } from '../device/saveFile'
import { count } from '../format/format'
import { ProblemNotice } from '../problem/ProblemNotice'
import { dayPath } from '../shell/stages'

const REFUSED = 'This file cannot be used'
const MOST_SHOWN = 12

/** What a file of ours says it is. */
const formatOf = (file: unknown): unknown => {
  const read = z.object({ ochote: z.object({ format: z.string() }) }).safeParse(file)
  return read.success ? read.data.ochote.format : null
}

async function eventIn(file: File): Promise<unknown> {
  const text = (await file.text()).replace(/^\uFEFF/, '')
  try {
    const event = JSON.parse(text) as unknown
    if (formatOf(event) === 'event') return event
    const kind = fileKindOf(text)
    const belongs = kind?.usedFor ? `an event file. ${kind.usedFor}` : 'an event file'
    throw refused(REFUSED, [{ field: file.name, found: kind?.name ?? 'another file', expected: belongs }])
  } catch (error) {
    if (error instanceof ProblemError) throw error
    throw refused(REFUSED, [notJson(text, error, file.name, 'an event file (JSON)')])
  }
}

/** Saves a whole day as one file. */
export async function saveEvent(day: { id: string; name: string; date: string }): Promise<void> {
  const response = await fetch(`/api/days/${day.id}/event`)
  if (!response.ok)
    throw refused('The day was not saved', [{ field: day.name, found: `answer ${response.status}`, expected: 'the day as a file' }])
  saveFile(await response.blob(), `${day.date} ${day.name}.event.json`)
}

/** Reads a day from a file: all of it or nothing, and what differs is asked about before anything is stored. */
export function ReadEvent() {
  const client = useQueryClient()
  const navigate = useNavigate()
  const [event, setEvent] = useState<unknown>(null)
  const read = useMutation({
    mutationFn: async ({ file, keepOurs }: { file: File | null; keepOurs: boolean }) => {
      const body = file ? await eventIn(file) : event
      setEvent(body)
      return request(eventReportSchema, '/api/events', { method: 'POST', body: { event: body, keepOurs } })
    },
    onSuccess: async ({ isStored, dayId }) => {
      if (!isStored) return
      setEvent(null)
      await askAgain(client)
      void navigate(dayPath(dayId))
    },
  })
  const report = read.data
  return (
    <Stack sx={{ gap: 1, alignItems: 'flex-start' }}>
      <Button component="label" disabled={read.isPending}>
        Read a day from a file
        <input
          type="file"
          hidden
          accept=".json,application/json"
          onChange={(e) => {
            const file = e.target.files?.[0]
            e.target.value = ''
            if (file) read.mutate({ file, keepOurs: false })
          }}
        />
      </Button>
      {read.isPending && <LinearProgress aria-label="Reading the day" sx={{ width: 120 }} />}
      {read.error && <ProblemNotice error={read.error} />}
      {report && !report.isStored && (
        <Dialog open onClose={() => read.reset()} aria-labelledby="differs-title" fullWidth maxWidth="sm">
          <DialogTitle id="differs-title">Some of this day is here already, and differs</DialogTitle>
          <DialogContent sx={{ display: 'flex', flexDirection: 'column', gap: 1.5 }}>
            <DialogContentText>
              {report.added} of its records are new, {report.there} are here as they are in the file, and{' '}
              {count(report.differs.length, 'record')} differ. Nothing is stored yet.
            </DialogContentText>
            <Box component="ul" sx={{ my: 0, pl: 2.5 }}>
              {report.differs.slice(0, MOST_SHOWN).map(({ what, fields }, k) => (
                <li key={k}>
                  {what}: {fields.join(', ')}
                </li>
              ))}
            </Box>
            {report.differs.length > MOST_SHOWN && <Alert severity="info">and {report.differs.length - MOST_SHOWN} more</Alert>}
          </DialogContent>
          <DialogActions>
            <Button onClick={() => read.reset()}>Read nothing</Button>
            <Button variant="contained" onClick={() => read.mutate({ file: null, keepOurs: true })}>
              Keep ours, add what is new
            </Button>
          </DialogActions>
        </Dialog>
      )}
    </Stack>
  )
}
