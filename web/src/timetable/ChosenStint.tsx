import { DeleteOutlined, PushPinOutlined } from '@mui/icons-material'
import { Button, Stack, Typography } from '@mui/material'
import { useState } from 'react'
import { v7 as uuid } from 'uuid'
import type { TimetableDraft, TimetablePlace } from '@ochote/contracts'
import { endOfPlace } from '@ochote/core'
import { CommitField } from '../forms/CommitField'
import { SelectField } from '../forms/SelectField'
import { canSplit, split, swapped, withoutPlace, withPlace } from './moves'
import type { Names } from './names'
import { wrongTime } from '../forms/times'

interface ChosenStintProps {
  draft: TimetableDraft
  place: TimetablePlace
  names: Names
  wrong: readonly string[]
  isDriven: boolean
  onChange: (draft: TimetableDraft) => void
}

/** The stint that is chosen on the board: everything that dragging does, in fields, and what is wrong with it. */
export function ChosenStint({ draft, place, names, wrong, isDriven, onChange }: ChosenStintProps) {
  const set = (change: Partial<TimetablePlace>) => onChange(withPlace(draft, place.id, change))
  const listed = (list: readonly { id: string }[]) => list.map(({ id }) => ({ id, name: names.of(id) }))
  const [hasNoRoom, setHasNoRoom] = useState(false)
  const halve = () => {
    const halves = split(draft, place, uuid())
    setHasNoRoom(halves === null)
    if (halves) onChange(halves)
  }
  const others = draft.places.filter((other) => other.id !== place.id)
  return (
    <Stack component="section" aria-label="Chosen stint" sx={{ gap: 1.5 }}>
      <Typography variant="h2">
        {names.of(place.student)}, {place.startsAt} to {endOfPlace(draft, place)}
      </Typography>
      {wrong.map((says) => (
        <Typography key={says} color="error">
          ▲ {says}
        </Typography>
      ))}
      {isDriven ? (
        <Typography color="text.secondary">This stint has been driven, so it stays as it is.</Typography>
      ) : (
        <>
          <CommitField label="Starts at" required value={place.startsAt} wrong={wrongTime} onTake={(startsAt) => set({ startsAt })} />
          <SelectField label="Car" value={place.vehicle} options={listed(draft.vehicles)} onChange={(vehicle) => set({ vehicle })} />
          <SelectField
            label="Instructor"
            value={place.instructor}
            options={listed(draft.instructors)}
            onChange={(instructor) => set({ instructor })}
          />
          <SelectField
            label="Change times with"
            value=""
            options={others.map((other) => ({ id: other.id, name: `${other.startsAt} ${names.of(other.student)}` }))}
            none="There is no other stint."
            onChange={(id) => {
              const other = others.find((one) => one.id === id)
              if (other) onChange(swapped(draft, place, other))
            }}
          />
          <Stack direction="row" sx={{ gap: 1, flexWrap: 'wrap' }}>
            <Button startIcon={<PushPinOutlined />} aria-pressed={place.isFixed} onClick={() => set({ isFixed: !place.isFixed })}>
              {place.isFixed ? 'Unfix' : 'Fix'}
            </Button>
            {canSplit(draft, place.student) && <Button onClick={halve}>Split in two</Button>}
            <Button startIcon={<DeleteOutlined />} onClick={() => onChange(withoutPlace(draft, place.id))}>
              Take off
            </Button>
          </Stack>
          {hasNoRoom && <Typography role="alert">There is no free place for the second half as the board stands.</Typography>}
        </>
      )}
    </Stack>
  )
}
