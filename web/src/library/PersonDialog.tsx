import { Checkbox, FormControlLabel, TextField, Typography } from '@mui/material'
import { personDraftSchema, personSchema, type Person, type PersonDraft } from '@ochote/contracts'
import { peopleQuery } from '../api/queries'
import { request } from '../api/request'
import { today } from '../format/format'
import { SelectField } from '../forms/SelectField'
import { TextLine } from '../forms/TextLine'
import { RecordDialog } from '../records/RecordDialog'
import { useRecordSave } from '../records/useRecordSave'
import { useTyped } from '../records/useTyped'

interface PersonDialogProps {
  /** version 0 for someone new */
  person: Person
  onClose: () => void
}

const roles = [
  { id: 'student', name: 'Student' },
  { id: 'instructor', name: 'Instructor' },
] as const
const NOT_SAID = 'not said'
const pushes = [
  { id: NOT_SAID, name: 'Not said' },
  { id: 'push', name: 'To be pushed' },
  { id: 'calm', name: 'To be kept calm' },
] as const
const talks = [
  { id: NOT_SAID, name: 'Not said' },
  { id: 'many', name: 'Many words' },
  { id: 'few', name: 'Few words' },
] as const

const draftOf = ({ id: _id, version: _version, ...draft }: Person): PersonDraft => draft

/** Name, role, what someone has driven and how they like to be taught. */
export function PersonDialog({ person, onClose }: PersonDialogProps) {
  const isNew = person.version === 0
  const path = `/api/people/${person.id}`
  const form = useTyped(isNew ? `new ${person.role}` : path, draftOf(person), person.version)
  const { typed: draft, set } = form
  const state = useRecordSave({
    ...{ path, version: form.fromVersion, before: isNew ? null : draftOf(person) },
    nameOf: (saved: PersonDraft) => saved.name,
    put: (content, fromVersion) =>
      fromVersion === 0
        ? request(personSchema, '/api/people', { method: 'POST', body: { id: person.id, person: content } })
        : request(personSchema, path, { method: 'PUT', body: { change: content, fromVersion } }),
    versionOf: (stored) => stored.version,
    queryKeys: [peopleQuery.queryKey, ['days']], // days list names
    onDone: () => {
      form.drop()
      onClose()
    },
  })
  const read = personDraftSchema.safeParse(draft)
  return (
    <RecordDialog
      title={isNew ? `New ${draft.role}` : person.name}
      what="person"
      form={form}
      makeWord={isNew ? 'Add' : null}
      draft={read.success ? read.data : null}
      state={state}
      onClose={onClose}
    >
      <TextLine label="Name" required autoFocus value={draft.name} most={80} onText={(name) => set({ name })} />
      <SelectField label="Role" value={draft.role} options={roles} onChange={(role) => set({ role })} />
      <TextLine label="Has driven" value={draft.experience} most={400} onText={(experience) => set({ experience })} />
      {draft.role === 'instructor' && (
        <>
          <TextLine label="May teach in" value={draft.teaches} most={200} onText={(teaches) => set({ teaches })} />
          <TextField
            type="date"
            size="small"
            label="Qualified until"
            value={draft.qualifiedUntil ?? ''}
            slotProps={{ inputLabel: { shrink: true } }}
            onChange={(e) => set({ qualifiedUntil: e.target.value || null })}
          />
          {draft.qualifiedUntil !== null && draft.qualifiedUntil < today() && (
            <>
              <Typography color="error">▲ This has run out. No stint can be given before somebody answers for it by name.</Typography>
              <TextLine
                label="May teach all the same: who says so, and why"
                value={draft.teachesAnyway}
                most={200}
                onText={(teachesAnyway) => set({ teachesAnyway })}
              />
            </>
          )}
        </>
      )}
      {draft.role === 'student' && (
        <>
          <TextLine label="Licence held" value={draft.licence} most={120} onText={(licence) => set({ licence })} />
          <TextLine label="What the instructor must know" value={draft.mustKnow} most={400} onText={(mustKnow) => set({ mustKnow })} />
          <TextLine label="Wants" value={draft.wishes} most={400} onText={(wishes) => set({ wishes })} />
          <SelectField
            label="Likes"
            value={draft.push ?? NOT_SAID}
            options={pushes}
            onChange={(push) => set({ push: push === NOT_SAID ? null : push })}
          />
          <SelectField
            label="While driving"
            value={draft.talk ?? NOT_SAID}
            options={talks}
            onChange={(talk) => set({ talk: talk === NOT_SAID ? null : talk })}
          />
          <FormControlLabel
            control={<Checkbox checked={draft.mayBeShown} onChange={(_e, mayBeShown) => set({ mayBeShown })} />}
            label="Agrees to be named to a group as a good example"
          />
        </>
      )}
      <TextLine label="E-mail" value={draft.email} most={120} onText={(email) => set({ email })} />
      <TextLine label="Phone" value={draft.phone} most={120} onText={(phone) => set({ phone })} />
      <TextLine
        label="Emergency contact"
        value={draft.emergencyContact}
        most={120}
        onText={(emergencyContact) => set({ emergencyContact })}
      />
    </RecordDialog>
  )
}
