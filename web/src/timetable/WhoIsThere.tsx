import { DeleteOutlined } from '@mui/icons-material'
import { Autocomplete, Box, Button, IconButton, Stack, TextField, Typography } from '@mui/material'
import { useState, type ReactNode } from 'react'
import { Link as RouterLink } from 'react-router'
import type { TimetableDraft } from '@ochote/contracts'
import { FitsField, OpenTime, WholeField } from './fields'
import type { Names } from './names'

interface WhoIsThereProps {
  draft: TimetableDraft
  names: Names
  /** ids of people and cars that have been out; they stay on the list */
  isNeeded: (id: string) => boolean
  onChange: (draft: TimetableDraft) => void
}

type Student = TimetableDraft['students'][number]
type Instructor = TimetableDraft['instructors'][number]
type Vehicle = TimetableDraft['vehicles'][number]

const MOST_STINTS = 12
const NEW_STUDENT = { name: '', stints: 2, apartMin: 30 }
const NEW_INSTRUCTOR = { name: '', inARow: 3, breakMin: 15 }
const NEW_VEHICLE = { name: '', fillMin: 0, restMin: 0 }

/** Sets fields of one of a list; a field that is set to undefined is left open. */
function changed<T extends { id: string }>(list: readonly T[], id: string, change: { [Key in keyof T]?: T[Key] | undefined }): T[] {
  return list.map((one) => {
    if (one.id !== id) return one
    const next = { ...one, ...change }
    for (const key of Object.keys(change) as (keyof T)[]) if (change[key] === undefined) delete next[key]
    return next as T
  })
}

/** Who is there in which role and from when to when, what students need, and the cars of the day. */
export function WhoIsThere({ draft, names, isNeeded, onChange }: WhoIsThereProps) {
  const listed = (list: readonly { id: string }[]) => list.map(({ id }) => ({ id, name: names.of(id) }))
  const cars = listed(draft.vehicles)
  const instructors = listed(draft.instructors)
  const groups = draft.groups.map(({ id }) => ({ id, name: id }))
  const student = (id: string, change: { [Key in keyof Student]?: Student[Key] | undefined }) =>
    onChange({ ...draft, students: changed(draft.students, id, change) })
  const instructor = (id: string, change: { [Key in keyof Instructor]?: Instructor[Key] | undefined }) =>
    onChange({ ...draft, instructors: changed(draft.instructors, id, change) })
  const vehicle = (id: string, change: { [Key in keyof Vehicle]?: Vehicle[Key] | undefined }) =>
    onChange({ ...draft, vehicles: changed(draft.vehicles, id, change) })
  const without = (id: string) =>
    onChange({
      ...draft,
      students: draft.students.filter((one) => one.id !== id),
      instructors: draft.instructors.filter((one) => one.id !== id),
      vehicles: draft.vehicles.filter((one) => one.id !== id),
      places: draft.places.filter((place) => ![place.student, place.instructor, place.vehicle].includes(id)),
    })
  const remove = (id: string) => (
    <IconButton aria-label={`Take ${names.of(id)} off the day`} disabled={isNeeded(id)} onClick={() => without(id)}>
      <DeleteOutlined />
    </IconButton>
  )
  return (
    <Stack sx={{ gap: 3.5 }}>
      <List
        title={`Students, ${draft.students.length}`}
        shelf={names.students}
        there={draft.students}
        what="student"
        onAdd={(ids) => onChange({ ...draft, students: [...draft.students, ...ids.map((id) => ({ ...NEW_STUDENT, id }))] })}
      >
        {draft.students.map((one) => (
          <Row key={one.id} name={names.of(one.id)} end={remove(one.id)}>
            <WholeField
              label="Stints"
              required
              value={one.stints}
              least={0}
              most={MOST_STINTS}
              onTake={(n) => student(one.id, { stints: n ?? 0 })}
            />
            <WholeField
              label="Apart, min"
              required
              value={one.apartMin}
              least={0}
              most={720}
              onTake={(n) => student(one.id, { apartMin: n ?? 0 })}
            />
            <WholeField
              label="Stint, min"
              otherwise={String(draft.stintMin)}
              value={one.stintMin ?? null}
              least={1}
              most={480}
              onTake={(n) => student(one.id, { stintMin: n ?? undefined })}
            />
            <OpenTime label="From" value={one.from} onTake={(from) => student(one.id, { from })} />
            <OpenTime label="Until" value={one.until} onTake={(until) => student(one.id, { until })} />
            {groups.length > 0 && (
              <FitsField
                label="Group"
                value={one.group ? [one.group] : undefined}
                options={groups}
                onTake={(ids) => student(one.id, { group: ids?.at(-1) })}
              />
            )}
            <FitsField label="Cars" value={one.vehicles} options={cars} onTake={(vehicles) => student(one.id, { vehicles })} />
            <FitsField
              label="Instructors"
              value={one.instructors}
              options={instructors}
              onTake={(ids) => student(one.id, { instructors: ids })}
            />
          </Row>
        ))}
      </List>
      <List
        title={`Instructors, ${draft.instructors.length}`}
        shelf={names.instructors}
        there={draft.instructors}
        what="instructor"
        onAdd={(ids) => onChange({ ...draft, instructors: [...draft.instructors, ...ids.map((id) => ({ ...NEW_INSTRUCTOR, id }))] })}
      >
        {draft.instructors.map((one) => (
          <Row key={one.id} name={names.of(one.id)} end={remove(one.id)}>
            <OpenTime label="From" value={one.from} onTake={(from) => instructor(one.id, { from })} />
            <OpenTime label="Until" value={one.until} onTake={(until) => instructor(one.id, { until })} />
            <WholeField
              label="In a row"
              value={one.inARow ?? null}
              least={1}
              most={99}
              onTake={(n) => instructor(one.id, { inARow: n ?? undefined })}
            />
            <WholeField
              label="Break, min"
              required
              value={one.breakMin}
              least={0}
              most={480}
              onTake={(n) => instructor(one.id, { breakMin: n ?? 0 })}
            />
          </Row>
        ))}
      </List>
      <List
        title={`Cars, ${draft.vehicles.length}`}
        shelf={names.cars}
        there={draft.vehicles}
        what="car"
        onAdd={(ids) => onChange({ ...draft, vehicles: [...draft.vehicles, ...ids.map((id) => ({ ...NEW_VEHICLE, id }))] })}
      >
        {draft.vehicles.map((one) => (
          <Row key={one.id} name={names.of(one.id)} end={remove(one.id)}>
            <OpenTime label="Until" value={one.until} onTake={(until) => vehicle(one.id, { until })} />
            <WholeField
              label="Stints a fill"
              value={one.stintsPerFill ?? null}
              least={1}
              most={99}
              onTake={(n) => vehicle(one.id, { stintsPerFill: n ?? undefined })}
            />
            <WholeField
              label="Fill, min"
              required
              value={one.fillMin}
              least={0}
              most={480}
              onTake={(n) => vehicle(one.id, { fillMin: n ?? 0 })}
            />
            <WholeField
              label="Rest, min"
              required
              value={one.restMin}
              least={0}
              most={480}
              onTake={(n) => vehicle(one.id, { restMin: n ?? 0 })}
            />
          </Row>
        ))}
      </List>
    </Stack>
  )
}

function Row({ name, end, children }: { name: string; end: ReactNode; children: ReactNode }) {
  return (
    <Stack
      role="group"
      aria-label={name}
      direction="row"
      sx={{ gap: 1, flexWrap: 'wrap', alignItems: 'center', py: 0.75, borderBottom: 1, borderColor: 'divider' }}
    >
      <Typography sx={{ width: 170, fontWeight: 650 }} noWrap title={name}>
        {name}
      </Typography>
      {children}
      {end}
    </Stack>
  )
}

interface ListProps {
  title: string
  /** everybody or everything that could be there */
  shelf: readonly { id: string; name: string }[]
  there: readonly { id: string }[]
  what: 'student' | 'instructor' | 'car'
  onAdd: (ids: string[]) => void
  children: ReactNode
}

function List({ title, shelf, there, what, onAdd, children }: ListProps) {
  const [typed, setTyped] = useState('')
  const left = shelf.filter(({ id }) => !there.some((one) => one.id === id))
  const board = what === 'car' ? 'vehicles' : 'people'
  return (
    <Box component="section" aria-label={title}>
      <Stack direction="row" sx={{ gap: 1.5, flexWrap: 'wrap', alignItems: 'center', mb: 1 }}>
        <Typography variant="h2">{title}</Typography>
        {left.length > 0 && (
          <>
            <Autocomplete
              size="small"
              autoHighlight
              options={left}
              getOptionLabel={({ name }) => name}
              getOptionKey={({ id }) => id}
              value={null}
              inputValue={typed}
              onInputChange={(_e, text, reason) => setTyped(reason === 'input' ? text : '')}
              onChange={(_e, one) => one && onAdd([one.id])}
              renderInput={(input) => <TextField {...input} label={`Add a ${what}`.replace('a i', 'an i')} />}
              sx={{ width: 230 }}
            />
            <Button onClick={() => onAdd(left.map(({ id }) => id))}>Add all {left.length}</Button>
          </>
        )}
        {shelf.length === 0 && (
          <Typography color="text.secondary">
            There is no {what} yet. <RouterLink to={`/library/${board}`}>Add one on the shelf</RouterLink>.
          </Typography>
        )}
      </Stack>
      {children}
    </Box>
  )
}
