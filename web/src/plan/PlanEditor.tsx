import { Box, MenuItem, Stack, TextField, Typography } from '@mui/material'
import type { DayView, Plan } from '@ochote/contracts'
import { Loaded } from '../problem/Loaded'
import { ProblemNotice } from '../problem/ProblemNotice'
import { ConflictDialog } from '../problem/ConflictDialog'
import { PreviewNote } from '../workers/PreviewNote'
import { useFirstAnswers } from '../workers/useFirstAnswers'
import { useMarkedPlan } from '../workers/useMarkedPlan'
import { Computing } from './Computing'
import { DraftNote } from './DraftNote'
import { draftDifferences } from './draftDifferences'
import { PlanActions } from './PlanActions'
import { PlanSummary } from './PlanSummary'
import { PlanWork } from './PlanWork'
import { SaveState } from '../autosave/SaveState'
import { usePlanDraft } from './usePlanDraft'

interface PlanEditorProps {
  day: DayView
  plan: Plan
  onOpen: (planId: string) => void
}

/** A plan on the circuit and the ribbon, with its settings beside them. */
export function PlanEditor({ day, plan, onOpen }: PlanEditorProps) {
  const state = usePlanDraft(plan)
  const { draft } = state
  const type = day.vehicleTypes.find((v) => v.id === draft.vehicleTypeId)
  const scheme = day.markerSchemes.find((s) => s.id === draft.markerSchemeId)
  if (!type || !scheme) throw new Error('the plan names a vehicle type or a marker scheme that is not in the library')
  const input = { circuitId: plan.circuitId, vehicle: type.vehicle, setup: draft.setup }
  const rules = { firstSession: draft.firstSession, coneEdits: draft.coneEdits }
  const marked = useMarkedPlan({ ...input, ...rules, placedFor: null })
  const shown = useFirstAnswers({ ...input, ...rules, marked: marked.data, isOld: marked.isOld })
  return (
    <Box
      sx={{
        display: 'flex',
        flexDirection: 'column',
        height: { md: 'calc(100dvh - 54px)' },
        minHeight: { md: 640 },
        '@media print': { height: 'auto', minHeight: 0 },
      }}
    >
      <ConflictDialog
        what="plan"
        conflict={state.conflict}
        differences={state.conflict?.theirs ? draftDifferences(draft, state.conflict.theirs, day) : null}
      />
      <Stack direction="row" sx={{ px: 2, py: 0.75, columnGap: 1.5, rowGap: 0.25, alignItems: 'center', flexWrap: 'wrap' }}>
        <Typography variant="h1" sx={{ fontSize: '1.3rem' }}>
          Plan
        </Typography>
        <TextField
          select
          size="small"
          hiddenLabel
          value={plan.id}
          onChange={(e) => onOpen(e.target.value)}
          slotProps={{ select: { 'aria-label': 'Plan' } }}
          sx={{ minWidth: 220 }}
        >
          {day.plans.map((p) => (
            <MenuItem key={p.id} value={p.id}>
              {p.name}
            </MenuItem>
          ))}
        </TextField>
        <SaveState state={state} />
        {marked.isPreview && <PreviewNote />}
        <PlanActions day={day} plan={plan} draft={draft} onChange={state.change} onOpen={onOpen} />
        <Box sx={{ flex: 1 }} />
        {shown.data && <PlanSummary marked={shown.data} scheme={scheme} stage={shown.stage} />}
      </Stack>
      <Computing marked={marked} stage={shown.stage} />
      <DraftNote plan={plan} state={state} />
      {state.error !== null && <ProblemNotice error={state.error} onRetry={state.retry} />}
      {marked.error && marked.data && <ProblemNotice error={marked.error} />}
      <Loaded query={{ ...marked, data: shown.data }}>
        {(data) => <PlanWork day={day} plan={plan} marked={data} input={input} state={state} />}
      </Loaded>
    </Box>
  )
}
