import { Checkbox, FormControlLabel, TextField } from '@mui/material'
import { useQuery } from '@tanstack/react-query'
import { stintDraftSchema, stintViewSchema, type DayView, type Person, type Stint, type StintDraft } from '@ochote/contracts'
import { stintClashes } from '@ochote/core'
import { peopleQuery } from '../api/queries'
import { request } from '../api/request'
import { typedNumber } from '../forms/numbers'
import { SelectField } from '../forms/SelectField'
import { RecordDialog } from '../records/RecordDialog'
import { useRecordSave } from '../records/useRecordSave'
import { useTyped } from '../records/useTyped'
import { Clashes } from '../stint/Clashes'
import { clashWords } from '../stint/clashWords'

interface StintDialogProps {
  day: DayView
  /** version 0 for a new stint */
  stint: Pick<Stint, 'id' | 'version' | 'planVersionId'> & StintDraft
  onClose: () => void
}

const draftOf = (stint: StintDraft): StintDraft => ({
  ...{ planId: stint.planId, studentId: stint.studentId, instructorId: stint.instructorId, carId: stint.carId },
  ...{ otherTypesCones: stint.otherTypesCones, plannedLaps: stint.plannedLaps, startsAt: stint.startsAt },
})

/** Who drives which car with whom, on which plan, when and for how many laps. */
export function StintDialog({ day, stint, onClose }: StintDialogProps) {
  const people = useQuery(peopleQuery)
  const isNew = stint.version === 0
  const driven = stint.planVersionId !== null
  const path = `/api/stints/${stint.id}`
  const form = useTyped(isNew ? `new stint ${day.id}` : path, { ...draftOf(stint), laps: String(stint.plannedLaps) }, stint.version)
  const { set } = form
  const { laps, ...draft } = form.typed
  const known: readonly Pick<Person, 'id' | 'name' | 'role'>[] = people.data ?? day.people
  /** those on the shelf, and who takes part already */
  const inRole = (role: Person['role'], id: string) => [
    ...known.filter((p) => p.role === role),
    ...day.people.filter((p) => p.id === id && !known.some((one) => one.id === id)),
  ]
  const nameOf = ({ studentId }: StintDraft) => `${[...known, ...day.people].find((p) => p.id === studentId)?.name ?? 'The'}’s stint`
  const state = useRecordSave({
    ...{ path, version: form.fromVersion, before: isNew ? null : draftOf(stint), nameOf },
    put: (content: StintDraft, fromVersion) =>
      fromVersion === 0
        ? request(stintViewSchema, '/api/stints', { method: 'POST', body: { id: stint.id, dayId: day.id, stint: content } })
        : request(stintViewSchema, path, { method: 'PUT', body: { stint: content, fromVersion } }),
    versionOf: (stored) => stored.stint.version,
    queryKeys: [['days'], ['stints', stint.id]],
    onDone: () => {
      form.drop()
      onClose()
    },
  })
  const car = day.cars.find((c) => c.id === draft.carId)
  const plan = day.plans.find((p) => p.id === draft.planId)
  const otherType = car !== undefined && plan !== undefined && car.vehicleTypeId !== plan.vehicleTypeId
  const typeName = (id: string | undefined) => day.vehicleTypes.find((type) => type.id === id)?.vehicle.name ?? ''
  const read = stintDraftSchema.safeParse({ ...draft, plannedLaps: typedNumber(laps) })
  const problem = (field: keyof StintDraft) =>
    read.success ? undefined : read.error.issues.find((issue) => issue.path[0] === field && draft[field] !== '')?.message
  const others = day.stints.map((listed) => listed.stint)
  const clashes = read.success ? stintClashes({ ...read.data, id: stint.id }, others, day.sessions) : []
  // what only overlaps by the estimate may be meant; what starts together can't be
  const complete = read.success && (!otherType || draft.otherTypesCones) && !clashes.some((clash) => clash.isCertain)
  return (
    <RecordDialog
      title={isNew ? 'New stint' : nameOf(stint)}
      what="stint"
      form={form}
      makeWord={isNew ? 'Add' : null}
      draft={complete ? { ...read.data, otherTypesCones: otherType } : null}
      state={state}
      onClose={onClose}
    >
      {!driven && (
        <>
          <SelectField
            label="Student"
            required
            value={draft.studentId}
            options={inRole('student', draft.studentId)}
            none="There is no student yet. Add one on the shelf, under People."
            onChange={(studentId) => set({ studentId })}
          />
          <SelectField
            label="Car"
            required
            value={draft.carId}
            options={day.cars.map(({ id, name, vehicleTypeId }) => ({
              id,
              name: [...new Set([name, typeName(vehicleTypeId)])].join(', '),
            }))}
            none="There is no car yet. Add one on the shelf, under Vehicles."
            onChange={(carId) => {
              const type = day.cars.find((c) => c.id === carId)?.vehicleTypeId
              const fits = plan && plan.vehicleTypeId === type ? plan : day.plans.find((p) => p.vehicleTypeId === type)
              set({ carId, ...(fits ? { planId: fits.id } : {}) })
            }}
          />
          <SelectField
            label="Plan"
            required
            value={draft.planId}
            options={day.plans}
            none="This day has no plan yet. Make one under Plan."
            onChange={(planId) => set({ planId })}
          />
          {otherType && (
            <FormControlLabel
              control={<Checkbox checked={draft.otherTypesCones} onChange={(_e, on) => set({ otherTypesCones: on })} />}
              label={`${car.name} drives the cones placed for ${typeName(plan.vehicleTypeId)}. The instructor knows it.`}
            />
          )}
        </>
      )}
      <SelectField
        label="Instructor"
        required
        value={draft.instructorId}
        options={inRole('instructor', draft.instructorId)}
        none="There is no instructor yet. Add one on the shelf, under People."
        onChange={(instructorId) => set({ instructorId })}
      />
      <TextField
        size="small"
        label="Starts at"
        required
        value={draft.startsAt}
        error={problem('startsAt') !== undefined}
        helperText={problem('startsAt') === undefined ? undefined : 'expected a time such as 09:20'}
        onChange={(e) => set({ startsAt: e.target.value })}
      />
      <TextField
        size="small"
        label="Laps"
        required
        value={laps}
        error={problem('plannedLaps') !== undefined}
        helperText={problem('plannedLaps') === undefined ? undefined : 'expected 1 to 60'}
        slotProps={{ htmlInput: { inputMode: 'numeric' } }}
        onChange={(e) => set({ laps: e.target.value })}
      />
      <Clashes clashes={clashes.map((clash) => clashWords(clash, day, [...known, ...day.people], others))} />
    </RecordDialog>
  )
}
