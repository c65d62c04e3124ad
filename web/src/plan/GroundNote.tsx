import { Button, Dialog, DialogActions, DialogContent, DialogContentText, DialogTitle, Typography } from '@mui/material'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { usualGround, type Ground, type School, type Setup, type Vehicle } from '@ochote/contracts'
import { groundGrip, isWet } from '@ochote/core'
import { schoolQuery } from '../api/queries'
import { useSaveSchool } from '../api/useSaveSchool'
import { CommitField } from '../forms/CommitField'
import { outOfBounds, typedNumber } from '../forms/numbers'
import { ConflictDialog } from '../problem/ConflictDialog'
import { ProblemNotice } from '../problem/ProblemNotice'
import { useGround } from '../workers/useGround'

interface GroundNoteProps {
  vehicle: Pick<Vehicle, 'kind'>
  conditions: Setup['conditions']
}

/** With which grip beyond the edge the room is computed, and where it is changed for the school. */
export function GroundNote({ vehicle, conditions }: GroundNoteProps) {
  const ground = useGround()
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

function GroundDialog({ school, onClose }: { school: School; onClose: () => void }) {
  const [ground, setGround] = useState<Ground>(school.ground)
  const { save, saving, error, conflict } = useSaveSchool(school, onClose)
  return (
    <Dialog open onClose={onClose} aria-labelledby="ground-title">
      <DialogTitle id="ground-title">Braking beyond the edge</DialogTitle>
      <DialogContent sx={{ display: 'flex', flexDirection: 'column', gap: 1.5 }}>
        {error && <ProblemNotice error={error} />}
        <ConflictDialog what="school’s ground" conflict={conflict} />
        <DialogContentText>
          For every plan of this school. What is not grass or gravel counts as grass; ground is wet when the road’s grip is under 0.85. A
          motorcycle off the asphalt brakes with 0.10 g.
        </DialogContentText>
        {fields.map(({ surface, state, label }) => (
          <CommitField
            key={label}
            label={label}
            numeric
            required
            value={String(ground[surface][state])}
            wrong={(text) => outOfBounds(text, LEAST_G, MOST_G)}
            onTake={(text) => setGround({ ...ground, [surface]: { ...ground[surface], [state]: typedNumber(text) } })}
          />
        ))}
      </DialogContent>
      <DialogActions>
        <Button onClick={() => setGround(usualGround)}>The usual estimates</Button>
        <Button onClick={onClose}>Cancel</Button>
        <Button variant="contained" disabled={saving} onClick={() => save({ ground })}>
          Save
        </Button>
      </DialogActions>
    </Dialog>
  )
}
