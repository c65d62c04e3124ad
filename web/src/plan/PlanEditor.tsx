import { Box, LinearProgress, MenuItem, Stack, TextField, Typography } from '@mui/material'
import { useMemo } from 'react'
import type { DayView, Plan } from '@ochote/contracts'
import { applyConeEdits, type PlanSolution } from '@ochote/core'
import { Loaded } from '../problem/Loaded'
import { ProblemNotice } from '../problem/ProblemNotice'
import { useSolution } from '../workers/useSolution'
import { ConflictDialog } from './ConflictDialog'
import { draftDifferences } from './draftDifferences'
import { PlanActions } from './PlanActions'
import { PlanSummary } from './PlanSummary'
import { PlanWork } from './PlanWork'
import { usePlanDraft, type PlanDraftState } from './usePlanDraft'
import { UndoRedo } from '../undo/UndoRedo'

interface PlanEditorProps {
  day: DayView
  plan: Plan
  onOpen: (planId: string) => void
}

/** A plan on the circuit and on the ribbon, with what it is made for beside it. */
export function PlanEditor({ day, plan, onOpen }: PlanEditorProps) {
  const state = usePlanDraft(plan)
  const { draft } = state
  const vehicle = day.vehicles.find((v) => v.id === draft.vehicleId)?.vehicle
  const scheme = day.markerSchemes.find((s) => s.id === draft.markerSchemeId)
  if (!vehicle || !scheme) throw new Error('the plan names a vehicle or a marker scheme that is not on the shelf')
  const input = {
    circuitId: plan.circuitId,
    vehicle,
    setup: draft.setup,
    firstSession: draft.firstSession,
    coneEdits: draft.coneEdits,
  }
  const solution = useSolution(input)
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
        version={state.conflict?.version ?? null}
        differences={state.conflict?.theirs ? draftDifferences(draft, state.conflict.theirs, day) : null}
        onKeepMine={state.keepMine}
        onTakeTheirs={state.takeTheirs}
      />
      <Stack direction="row" sx={{ px: 2, py: 1, gap: 1.5, alignItems: 'center', flexWrap: 'wrap' }}>
        <Typography variant="h1" sx={{ fontSize: '1.3rem' }}>
          Plan
        </Typography>
        <TextField
          select
          size="small"
          label="Plan"
          hiddenLabel
          value={plan.id}
          onChange={(e) => onOpen(e.target.value)}
          slotProps={{ select: { 'aria-label': 'Which plan' } }}
          sx={{ minWidth: 220 }}
        >
          {day.plans.map((p) => (
            <MenuItem key={p.id} value={p.id}>
              {p.name}
            </MenuItem>
          ))}
        </TextField>
        <SaveState state={state} />
        <PlanActions day={day} plan={plan} draft={draft} onChange={state.change} onOpen={onOpen} />
        <Box sx={{ flex: 1 }} />
        {solution.data && <PlanSummaryOf data={solution.data} draft={draft} scheme={scheme} />}
      </Stack>
      <Box sx={{ height: 3 }}>
        {solution.isFetching && (
          <LinearProgress
            aria-label="Computing line, speeds and marks"
            variant={solution.progress > 0 ? 'determinate' : 'indeterminate'}
            value={100 * solution.progress}
            sx={{ height: 3 }}
          />
        )}
      </Box>
      {state.error !== null && <ProblemNotice error={state.error} onRetry={state.retry} />}
      {solution.error && solution.data && <ProblemNotice error={solution.error} />}
      <Loaded query={solution}>{(data) => <PlanWork day={day} plan={plan} data={data} input={input} state={state} />}</Loaded>
    </Box>
  )
}

function PlanSummaryOf({
  data,
  draft,
  scheme,
}: {
  data: PlanSolution
  draft: PlanDraftState['draft']
  scheme: DayView['markerSchemes'][number]
}) {
  const cones = useMemo(() => applyConeEdits(data, draft.coneEdits), [data, draft.coneEdits])
  return <PlanSummary solution={data} cones={cones} scheme={scheme} />
}

function SaveState({ state }: { state: PlanDraftState }) {
  const words = { saved: `Saved, version ${state.version}`, saving: 'Saving…', failed: 'Not saved' }[state.saving]
  return (
    <Stack direction="row" sx={{ alignItems: 'center' }}>
      <UndoRedo {...state} />
      <Typography variant="body2" role="status" color={state.saving === 'failed' ? 'error' : 'text.secondary'}>
        {words}
      </Typography>
    </Stack>
  )
}
