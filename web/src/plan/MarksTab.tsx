import { Add, FormatListNumbered } from '@mui/icons-material'
import { Box, Button, MenuItem, Stack, TextField, Typography } from '@mui/material'
import { useState } from 'react'
import { Link } from 'react-router'
import { v4 as uuid } from 'uuid'
import { duties, type ConeEdits, type DayView, type Duty, type MarkerScheme, type Plan } from '@ochote/contracts'
import { driveRound, type Cone, type MarkedPlan } from '@ochote/core'
import { dutyMeanings } from '../cones/dutyShapes'
import { stagePath } from '../shell/stages'
import type { SolutionInput } from '../workers/useSolution'
import { ConeEffect } from './ConeEffect'
import { ConeList } from './ConeList'
import { MarkRemarks } from './MarkRemarks'
import { added, broughtBack, locked, newCone, nudged, putBack, remarked, takenAway, unlocked } from './coneEdits'

interface MarksTabProps {
  day: DayView
  plan: Plan
  marked: MarkedPlan
  input: SolutionInput
  scheme: MarkerScheme
  coneEdits: ConeEdits
  corner: string | null
  selected: string | null
  onSelect: (id: string | null) => void
  onChange: (coneEdits: ConeEdits) => void
}

/** The marks of the lap or of the chosen corner, and everything that can be done to them by hand. */
export function MarksTab({ day, plan, marked, input, scheme, coneEdits, corner, selected, onSelect, onChange }: MarksTabProps) {
  const { solution, cones } = marked
  const { track } = solution
  const [duty, setDuty] = useState<Duty>('gate')
  const coneOf = (id: string) => cones.find((c) => c.id === id)
  const withCone = (id: string, change: (cone: Cone) => ConeEdits) => {
    const cone = coneOf(id)
    if (cone) onChange(change(cone))
  }
  const gone = marked.computedCones.filter((c) => coneEdits.removed.includes(c.id))
  const add = () => {
    const cone = newCone(solution, corner, duty, `by-hand-${uuid().slice(0, 8)}`)
    onChange(added(coneEdits, cone))
    onSelect(cone.id)
  }
  return (
    <>
      <Stack direction="row" sx={{ alignItems: 'baseline', justifyContent: 'space-between', gap: 1 }}>
        <Typography variant="h2">{corner ? `Marks of corner ${corner}` : 'Marks in the order of the lap'}</Typography>
        <Button size="small" component={Link} to={`${stagePath(day.id, 'plan', plan.id)}/placing`} startIcon={<FormatListNumbered />}>
          Placing list
        </Button>
      </Stack>
      <ConeList
        cones={corner ? cones.filter((c) => c.cornerNumber === corner) : driveRound(track, cones)}
        scheme={scheme}
        selected={selected}
        onSelect={onSelect}
        onNudge={(id, alongM) => withCone(id, (cone) => (cone.locked ? coneEdits : nudged(track, coneEdits, cone, alongM)))}
        onPutBack={(id) => onChange(putBack(coneEdits, id))}
        onLock={(id, on) => withCone(id, (cone) => (on ? locked(coneEdits, cone) : unlocked(coneEdits, id)))}
        onRemark={(id, remark) => onChange(remarked(coneEdits, id, remark))}
        onTakeAway={(id) => {
          withCone(id, (cone) => takenAway(coneEdits, cone))
          onSelect(null)
        }}
        effect={(cone) => <ConeEffect cone={cone} input={input} marked={marked} />}
      />
      <MarkRemarks solution={solution} findings={marked.findings} corner={corner} />
      {gone.length > 0 && (
        <Box component="section" aria-label="Taken away" sx={{ mt: 1.5 }}>
          <Typography variant="overline" component="h3">
            Removed by hand
          </Typography>
          {gone.map((cone) => (
            <Stack key={cone.id} direction="row" sx={{ alignItems: 'center', justifyContent: 'space-between' }}>
              <Typography variant="body2">
                {cone.cornerNumber} {cone.duty}, {cone.foundBy}
              </Typography>
              <Button size="small" onClick={() => onChange(broughtBack(coneEdits, cone.id))}>
                Put back on
              </Button>
            </Stack>
          ))}
        </Box>
      )}
      <Stack direction="row" sx={{ gap: 1, mt: 2, alignItems: 'center' }}>
        <TextField
          select
          size="small"
          label="Another mark"
          value={duty}
          onChange={(e) => setDuty(duties.find((d) => d === e.target.value) ?? duty)}
          sx={{ flex: 1 }}
        >
          {duties.map((d) => (
            <MenuItem key={d} value={d}>
              {d}: {dutyMeanings[d]}
            </MenuItem>
          ))}
        </TextField>
        <Button variant="outlined" startIcon={<Add />} onClick={add}>
          {corner ? `Add at ${corner}` : 'Add at the start'}
        </Button>
      </Stack>
    </>
  )
}
