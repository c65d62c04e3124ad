import { Box, Button, MenuItem, Stack, TextField, Typography } from '@mui/material'
import { useMemo, useState } from 'react'
import { priorityKinds, type PriorityKind, type PlanDraft, type PriorityOverride } from '@ochote/contracts'
import { suggestedSections, type PlanSolution, type SolvedCorner, type WhatIfAnswer } from '@ochote/core'
import type { SolutionInput } from '../workers/useSolution'
import { CornerPriorities, priorityNames } from './CornerPriorities'
import { WhatIf } from './WhatIf'

interface CornersTabProps {
  solution: PlanSolution
  input: SolutionInput
  draft: PlanDraft
  corner: string | null
  onCorner: (number: string | null) => void
  onChange: (draft: PlanDraft) => void
  /** called with what is asked about a corner, to be drawn on the circuit */
  onWhatIf: (answer: WhatIfAnswer | null) => void
}

/** What each corner is for and what to work on; of the chosen corner, what if. */
export function CornersTab({ solution, input, draft, corner, onCorner, onChange, onWhatIf }: CornersTabProps) {
  const chosen = solution.corners.find((c) => c.number === corner)
  const say = (number: string, purpose: PriorityOverride | null) =>
    onChange({
      ...draft,
      priorityOverrides: [...draft.priorityOverrides.filter((p) => p.cornerNumber !== number), ...(purpose ? [purpose] : [])],
    })
  return (
    <>
      {chosen ? (
        <>
          <WhatIf key={chosen.number} input={input} solution={solution} corner={chosen.number} onAnswer={onWhatIf} />
          <OwnPurpose
            key={`purpose-${chosen.number}`}
            corner={chosen}
            own={draft.priorityOverrides.find((p) => p.cornerNumber === chosen.number) ?? null}
            onSay={(purpose) => say(chosen.number, purpose)}
          />
        </>
      ) : (
        <Typography variant="body2" color="text.secondary">
          Choose a corner to ask “what if”, or to say for yourself what it is for.
        </Typography>
      )}
      <CornerPriorities corners={solution.corners} corner={corner} onCorner={onCorner} priorityOverrides={draft.priorityOverrides} />
      <Sections solution={solution} />
    </>
  )
}

interface OwnPurposeProps {
  corner: SolvedCorner
  own: PriorityOverride | null
  onSay: (purpose: PriorityOverride | null) => void
}

/** The instructor's own priority for a corner, with the reason. */
function OwnPurpose({ corner, own, onSay }: OwnPurposeProps) {
  const [kind, setKind] = useState<PriorityKind | ''>(own?.kind ?? '')
  const [reason, setReason] = useState(own?.reason ?? '')
  const changed = kind !== (own?.kind ?? '') || reason.trim() !== (own?.reason ?? '')
  const complete = kind === '' ? own !== null : reason.trim() !== ''
  return (
    <Box component="section" aria-labelledby="own-purpose">
      <Typography id="own-purpose" variant="h2" sx={{ mt: 2.5, mb: 0.75 }}>
        Corner {corner.number} in your word
      </Typography>
      <Stack sx={{ gap: 1 }}>
        <TextField
          select
          size="small"
          label="It is there"
          value={kind}
          slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
          onChange={(e) => setKind(priorityKinds.find((c) => c === e.target.value) ?? '')}
        >
          <MenuItem value="">by the numbers: {priorityNames[corner.priority.kind]}</MenuItem>
          {priorityKinds.map((c) => (
            <MenuItem key={c} value={c}>
              {priorityNames[c]}
            </MenuItem>
          ))}
        </TextField>
        {kind !== '' && (
          <TextField
            size="small"
            label="Because"
            required
            value={reason}
            slotProps={{ htmlInput: { maxLength: 200 } }}
            onChange={(e) => setReason(e.target.value)}
          />
        )}
        <Button
          variant="outlined"
          sx={{ alignSelf: 'flex-start' }}
          disabled={!changed || !complete}
          onClick={() => onSay(kind === '' ? null : { cornerNumber: corner.number, kind, reason: reason.trim() })}
        >
          {kind === '' ? 'Use the numbers' : 'Use my word'}
        </Button>
      </Stack>
    </Box>
  )
}

/** Sections to work on, one a session, in order. */
function Sections({ solution }: { solution: PlanSolution }) {
  const sections = useMemo(() => suggestedSections(solution.track, solution.corners), [solution])
  return (
    <Box component="section" aria-labelledby="sections">
      <Typography id="sections" variant="h2" sx={{ mt: 2.5, mb: 0.5 }}>
        Sections to work on, one a session
      </Typography>
      <Box component="ol" sx={{ pl: 2.5, m: 0 }}>
        {sections.map((section) => (
          <Typography component="li" variant="body2" key={section.corners.join()} sx={{ py: 0.25 }}>
            <strong>
              {section.corners.length === 1 ? 'Corner' : 'Corners'} {section.corners.join(', ')}
            </strong>
            : {section.why}
          </Typography>
        ))}
      </Box>
    </Box>
  )
}
