import { Button, Dialog, DialogActions, DialogContent, DialogTitle, MenuItem, TextField, Typography } from '@mui/material'
import { useState } from 'react'
import type { DayView, TimetableDraft } from '@ochote/contracts'
import { afterHappening, type GoesOn, type Happening } from '@ochote/core'
import { CommitField } from '../forms/CommitField'
import { SelectField } from '../forms/SelectField'
import { clock, today } from '../format/format'
import { wrongTime } from '../forms/times'
import { WholeField } from './fields'
import type { Names } from './names'
import { RoadChange } from './RoadChange'

const kinds = [
  { id: 'late', name: 'We are late' },
  { id: 'stopped', name: 'Nobody may drive for now, such as after a red flag' },
  { id: 'vehicle out', name: 'A car is out' },
  { id: 'instructor away', name: 'An instructor is ill or has to go' },
  { id: 'student gone', name: 'A student is absent or has gone' },
  { id: 'student late', name: 'A student comes later' },
  { id: 'road', name: 'The road has changed: rain, or it dries' },
] as const
type Kind = (typeof kinds)[number]['id']

interface WhatHappenedProps {
  day: DayView
  draft: TimetableDraft
  names: Names
  driven: ReadonlySet<string>
  /** takes the day as it goes on, and looks for a timetable from then */
  onGoesOn: (day: GoesOn) => void
  onClose: () => void
}

/** Something happened while the day runs: from when on, and what it changes. */
export function WhatHappened({ day, draft, names, driven, onGoesOn, onClose }: WhatHappenedProps) {
  const [at, setAt] = useState(() => startingAt(day, draft))
  const [kind, setKind] = useState<Kind>('late')
  const [minutes, setMinutes] = useState(15)
  const [until, setUntil] = useState('')
  const [who, setWho] = useState('')
  const listed = (list: readonly { id: string }[]) => list.map(({ id }) => ({ id, name: names.of(id) }))
  const hasBegun = (id: string) => draft.places.some((place) => place.student === id && (place.startsAt < at || driven.has(place.id)))
  const lists = {
    'vehicle out': { label: 'Car', of: listed(draft.vehicles) },
    'instructor away': { label: 'Instructor', of: listed(draft.instructors) },
    'student gone': { label: 'Student', of: listed(draft.students) },
    // who has driven is there already
    'student late': { label: 'Student', of: listed(draft.students).filter((one) => !hasBegun(one.id)) },
  } as const
  const list = kind in lists ? lists[kind as keyof typeof lists] : null
  const id = list?.of.some((one) => one.id === who) ? who : ''
  const hasTime = kind === 'stopped' || kind === 'student late'
  const happening = happeningOf(kind, { minutes, until, id, at })
  const next = happening && afterHappening(draft, happening, at, driven)
  return (
    <Dialog open onClose={onClose} aria-labelledby="happened-title" fullWidth maxWidth="sm">
      <DialogTitle id="happened-title">What happened?</DialogTitle>
      <DialogContent sx={{ display: 'flex', flexDirection: 'column', gap: 2, pt: '8px !important' }}>
        <CommitField label="At" required value={at} wrong={(text) => wrongTime(text.trim())} onTake={setAt} sx={{ width: 110 }} />
        <TextField
          select
          size="small"
          label="What"
          value={kind}
          onChange={(e) => setKind(kinds.find((one) => one.id === e.target.value)?.id ?? kind)}
        >
          {kinds.map((one) => (
            <MenuItem key={one.id} value={one.id}>
              {one.name}
            </MenuItem>
          ))}
        </TextField>
        {kind === 'late' && (
          <WholeField
            label="Late by, min"
            required
            value={minutes}
            least={1}
            most={480}
            width={140}
            onTake={(n) => setMinutes(n ?? minutes)}
          />
        )}
        {list && (
          <SelectField label={list.label} required value={id} options={list.of} none="Everybody has driven already." onChange={setWho} />
        )}
        {hasTime && (
          <CommitField
            label={kind === 'stopped' ? 'Until' : 'Comes at'}
            required
            value={until}
            wrong={(text) => wrongTime(text.trim()) ?? (text.trim() > at ? null : `found ${text.trim()}, expected a time after ${at}`)}
            onTake={setUntil}
            sx={{ width: 260 }}
          />
        )}
        {kind === 'road' ? (
          <RoadChange day={day} at={at} onDone={onClose} />
        ) : (
          <Typography color="text.secondary">
            What began before {at} stays as it is. {next ? consequence(next, happening.kind) : ''}Ochote then looks for a new timetable,
            with as few changes as possible to what people were told.
          </Typography>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Leave it</Button>
        {kind !== 'road' && (
          <Button variant="contained" disabled={next === null} onClick={() => next && onGoesOn(next)}>
            Find a timetable from {at}
          </Button>
        )}
      </DialogActions>
    </Dialog>
  )
}

interface Typed {
  minutes: number
  until: string
  id: string
  at: string
}

/** What happened, or null while something of it is not filled in. */
function happeningOf(kind: Kind, { minutes, until, id, at }: Typed): Happening | null {
  if (kind === 'road') return null
  if (kind === 'late') return { kind, minutes }
  if (kind === 'stopped') return until > at ? { kind, until } : null
  if (id === '') return null
  if (kind === 'student late') return until > at ? { kind, id, from: until } : null
  return { kind, id }
}

function consequence({ notBefore }: GoesOn, kind: Happening['kind']): string {
  if (kind === 'late' || kind === 'stopped') return `Nothing else begins before ${notBefore}. `
  if (kind === 'student gone') return 'Their other stints are taken off. '
  return ''
}

/** Now, on the day itself; before and after it, the first start on the board. */
function startingAt(day: DayView, draft: TimetableDraft): string {
  if (today() === day.date) return clock(new Date().toISOString())
  return draft.places.map((place) => place.startsAt).sort()[0] ?? draft.startsAt
}
