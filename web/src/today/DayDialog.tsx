import { TextField, Typography } from '@mui/material'
import { useQuery } from '@tanstack/react-query'
import { dayDraftSchema, daySchema, type Day, type DayDraft } from '@ochote/contracts'
import { circuitsQuery, daysQuery } from '../api/queries'
import { request } from '../api/request'
import { SelectField } from '../forms/SelectField'
import { TextLine } from '../forms/TextLine'
import { RecordDialog } from '../records/RecordDialog'
import { useRecordSave } from '../records/useRecordSave'
import { useTyped } from '../records/useTyped'
import { RoadHoursFields } from './RoadHours'

interface DayDialogProps {
  /** version 0 for a new day */
  day: Day
  /** the day that a new one is a copy of; null for an empty one */
  copyOf?: Day | null
  onClose: (stored: Day | null) => void
}

const draftOf = ({ id: _id, version: _version, ...draft }: Day): DayDraft => draft

/** A day's name, date, circuit, weather, road and forecast. */
export function DayDialog({ day, copyOf = null, onClose }: DayDialogProps) {
  const circuits = useQuery(circuitsQuery)
  const isNew = day.version === 0
  const path = `/api/days/${day.id}`
  const form = useTyped(copyOf ? `copy of day ${copyOf.id}` : isNew ? 'new day' : path, draftOf(day), day.version)
  const { typed: draft, set } = form
  const state = useRecordSave({
    ...{ path, version: form.fromVersion, before: isNew ? null : draftOf(day) },
    nameOf: (saved: DayDraft) => saved.name,
    put: (content, fromVersion) =>
      fromVersion === 0
        ? request(daySchema, '/api/days', { method: 'POST', body: { id: day.id, day: content, ...(copyOf ? { copyOf: copyOf.id } : {}) } })
        : request(daySchema, path, { method: 'PUT', body: { day: content, fromVersion } }),
    versionOf: (stored) => stored.version,
    queryKeys: [daysQuery.queryKey],
    onDone: (stored) => {
      form.drop()
      onClose(stored)
    },
  })
  const onlyCircuit = circuits.data?.length === 1 ? circuits.data[0]!.id : ''
  const circuitId = draft.circuitId || onlyCircuit
  const read = dayDraftSchema.safeParse({ ...draft, circuitId })
  return (
    <RecordDialog
      title={copyOf ? `Copy of ${copyOf.name}` : isNew ? 'New day' : day.name}
      what="day"
      form={form}
      makeWord={isNew ? 'Add' : null}
      draft={read.success ? read.data : null}
      state={state}
      onClose={() => onClose(null)}
    >
      <TextLine label="Name" required autoFocus value={draft.name} most={80} onText={(name) => set({ name })} />
      <TextField
        type="date"
        size="small"
        required
        label="Date"
        value={draft.date}
        error={draft.date === ''}
        slotProps={{ inputLabel: { shrink: true } }}
        onChange={(e) => set({ date: e.target.value })}
      />
      {copyOf && (
        <Typography>
          The copy has the same plans, stints and sessions. Nothing in it is briefed or driven yet, stints have no aims, and each plan must
          be released again.
        </Typography>
      )}
      <SelectField
        label="Circuit"
        required
        value={circuitId}
        options={(circuits.data ?? []).filter((c) => !copyOf || c.id === copyOf.circuitId)}
        none="There is no circuit yet. Add one on the shelf first."
        onChange={(id) => set({ circuitId: id })}
      />
      <TextLine label="Weather" value={draft.weather} most={120} onText={(weather) => set({ weather })} />
      <RoadHoursFields hours={draft.hours} onChange={(hours) => set({ hours })} />
    </RecordDialog>
  )
}
