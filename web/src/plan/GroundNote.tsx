import { Button, TextField, Typography } from '@mui/material'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { usualGround, type Ground, type School, type Setup, type Vehicle } from '@ochote/contracts'
import { groundGrip, isWet } from '@ochote/core'
import { schoolQuery } from '../api/queries'
import { useSaveSchool } from '../api/useSaveSchool'
import { numberText, outOfBounds, typedNumber } from '../forms/numbers'
import { RecordDialog } from '../records/RecordDialog'
import { useTyped } from '../records/useTyped'
import { useSchoolTerms } from '../workers/useSchoolTerms'

interface GroundNoteProps {
  vehicle: Pick<Vehicle, 'kind'>
  conditions: Setup['conditions']
}

/** With which grip beyond the edge the room is computed, and where it is changed for the school. */
export function GroundNote({ vehicle, conditions }: GroundNoteProps) {
  const { ground } = useSchoolTerms()
  const school = useQuery(schoolQuery).data
  const [isOpen, setIsOpen] = useState(false)
  const grip = (surface: 'grass' | 'gravel') => `${surface} ${(groundGrip(surface, vehicle, conditions, ground) ?? 0).toFixed(2)} g`
  const why = vehicle.kind === 'motorcycle' ? 'a motorcycle' : isWet(conditions) ? 'wet' : 'dry'
  return (
    <Typography variant="caption" color="text.secondary" component="p" sx={{ mt: 1 }}>
      Braking beyond the edge ({why}): {grip('grass')}, {grip('gravel')}; asphalt has the road’s own grip. These are cautious estimates.{' '}
      {school && (
        <Button size="small" onClick={() => setIsOpen(true)}>
          Change the ground
        </Button>
      )}
      {school && isOpen && <GroundDialog school={school} onClose={() => setIsOpen(false)} />}
    </Typography>
  )
}

/** What the server takes, g. */
const LEAST_G = 0.02
const MOST_G = 1.2

const fields = [
  { surface: 'grass', state: 'dry', label: 'Dry grass, g' },
  { surface: 'grass', state: 'wet', label: 'Wet grass, g' },
  { surface: 'gravel', state: 'dry', label: 'Dry gravel, g' },
  { surface: 'gravel', state: 'wet', label: 'Wet gravel, g' },
] as const

const textsOf = (ground: Ground) => fields.map(({ surface, state }) => numberText(ground[surface][state]))

function GroundDialog({ school, onClose }: { school: School; onClose: () => void }) {
  const form = useTyped('ground', { texts: textsOf(school.ground) }, school.version)
  const { texts } = form.typed
  const problems = fields.map((_, k) => outOfBounds(texts[k]!, LEAST_G, MOST_G))
  const [dryGrass, wetGrass, dryGravel, wetGravel] = texts.map((text) => typedNumber(text)) as [number, number, number, number]
  const ground: Ground = { grass: { dry: dryGrass, wet: wetGrass }, gravel: { dry: dryGravel, wet: wetGravel } }
  const state = useSaveSchool({ ...school, version: form.fromVersion }, () => {
    form.drop()
    onClose()
  })
  return (
    <RecordDialog
      title="Braking beyond the edge"
      what="school’s ground"
      makeWord={null}
      actions={<Button onClick={() => form.set({ texts: textsOf(usualGround) })}>The usual estimates</Button>}
      draft={problems.some((problem) => problem !== null) ? null : { ground }}
      {...{ form, state, onClose }}
    >
      <Typography color="text.secondary">
        For every plan of this school. What is not grass or gravel counts as grass; ground is wet when the road’s grip is under 0.85. A
        motorcycle off the asphalt brakes with 0.10 g.
      </Typography>
      {fields.map(({ label }, k) => (
        <TextField
          key={label}
          size="small"
          label={label}
          required
          value={texts[k]}
          error={problems[k] !== null}
          helperText={problems[k] ?? undefined}
          slotProps={{ htmlInput: { inputMode: 'decimal', maxLength: 12 } }}
          onChange={(e) => form.set({ texts: texts.map((text, n) => (n === k ? e.target.value : text)) })}
        />
      ))}
    </RecordDialog>
  )
}
