import { Redo, Undo } from '@mui/icons-material'
import { Box, IconButton, LinearProgress, MenuItem, Stack, TextField, Tooltip, Typography } from '@mui/material'
import { styled } from '@mui/material/styles'
import { useMemo, useState } from 'react'
import type { ConeMove, DayFile, Plan } from '@ochote/contracts'
import { coneOffset, driveRound, placedCones, wrapStation, type PlanSolution } from '@ochote/core'
import { PlanView } from '../planView/PlanView'
import { Loaded } from '../problem/Loaded'
import { ProblemNotice } from '../problem/ProblemNotice'
import type { ConePlace } from '../ribbon/Ribbon'
import { RibbonFoot } from '../ribbon/RibbonFoot'
import { useCornerChoice } from '../ribbon/useCornerChoice'
import { useSolution, type SolutionInput } from '../workers/useSolution'
import { HandReadout } from './HandReadout'
import { LineSchool } from './LineSchool'
import { RoomToBeWrong } from './RoomToBeWrong'
import { WhatIf } from './WhatIf'
import { CornerPurposes } from './CornerPurposes'
import { ConeList } from './ConeList'
import { ConflictDialog } from './ConflictDialog'
import { PlanSettings } from './PlanSettings'
import { PlanSummary } from './PlanSummary'
import { usePlanDraft, type PlanDraftState } from './usePlanDraft'
import { useLineHand } from './useLineHand'
import { useUndoKeys } from './useUndoKeys'

const Layout = styled('div')(({ theme }) => ({
  flex: 1,
  display: 'grid',
  gridTemplateColumns: 'minmax(0, 1fr) 340px',
  minHeight: 0,
  [theme.breakpoints.down('md')]: { gridTemplateColumns: 'minmax(0, 1fr)' },
}))

const Side = styled('aside')(({ theme }) => ({
  borderLeft: `1px solid ${theme.palette.divider}`,
  padding: theme.spacing(1.5, 2),
  overflowY: 'auto',
  [theme.breakpoints.down('md')]: { borderLeft: 0 },
}))

interface PlanEditorProps {
  day: DayFile
  plan: Plan
  onOpen: (planId: string) => void
}

/** A plan on the circuit and on the ribbon, with what it is made for beside it. */
export function PlanEditor({ day, plan, onOpen }: PlanEditorProps) {
  const state = usePlanDraft(plan)
  const { draft, change, undo, redo } = state
  useUndoKeys(undo, redo)
  const vehicle = day.vehicles.find((v) => v.id === draft.vehicleId)?.vehicle
  const scheme = day.markerSchemes.find((s) => s.id === draft.markerSchemeId)
  if (!vehicle || !scheme) throw new Error('the plan names a vehicle or a marker scheme that is not on the shelf')
  const input = {
    circuitId: plan.circuitId,
    vehicle,
    setup: draft.setup,
    firstSession: draft.firstSession,
    coneMoves: draft.coneMoves,
  }
  const solution = useSolution(input)
  return (
    <Box sx={{ display: 'flex', flexDirection: 'column', height: { md: 'calc(100dvh - 54px)' }, minHeight: { md: 640 } }}>
      <ConflictDialog version={state.conflict} onKeepMine={state.keepMine} onTakeTheirs={state.takeTheirs} />
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
      <Loaded query={solution}>{(data) => <Drawn day={day} data={data} input={input} state={state} onChange={change} />}</Loaded>
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
  scheme: DayFile['markerSchemes'][number]
}) {
  const cones = useMemo(() => placedCones(data.track, data.cones, draft.coneMoves), [data, draft.coneMoves])
  return <PlanSummary solution={data} cones={cones} scheme={scheme} />
}

function SaveState({ state }: { state: PlanDraftState }) {
  const words = { saved: `Saved, version ${state.version}`, saving: 'Saving…', failed: 'Not saved' }[state.saving]
  return (
    <Stack direction="row" sx={{ alignItems: 'center' }}>
      <Tooltip title="Undo (Ctrl+Z)">
        <span>
          <IconButton aria-label="Undo" disabled={!state.canUndo} onClick={state.undo}>
            <Undo />
          </IconButton>
        </span>
      </Tooltip>
      <Tooltip title="Redo (Ctrl+Shift+Z)">
        <span>
          <IconButton aria-label="Redo" disabled={!state.canRedo} onClick={state.redo}>
            <Redo />
          </IconButton>
        </span>
      </Tooltip>
      <Typography variant="body2" role="status" color={state.saving === 'failed' ? 'error' : 'text.secondary'}>
        {words}
      </Typography>
    </Stack>
  )
}

interface DrawnProps {
  day: DayFile
  data: PlanSolution
  input: SolutionInput
  state: PlanDraftState
  onChange: PlanDraftState['change']
}

function Drawn({ day, data, input, state, onChange }: DrawnProps) {
  const { draft } = state
  const scheme = day.markerSchemes.find((s) => s.id === draft.markerSchemeId)!
  const [corner, chooseCorner] = useCornerChoice(data)
  const { shown, changedS, hand, begin, error } = useLineHand(data, input, corner, (givenLine) =>
    onChange({ ...draft, setup: { ...draft.setup, lineSchool: 'given', givenLine } }),
  )
  const [selected, select] = useState<string | null>(null)
  const [dragged, setDragged] = useState<ConeMove | null>(null)
  const moves = useMemo(() => (dragged ? withMove(draft.coneMoves, dragged) : draft.coneMoves), [draft.coneMoves, dragged])
  const cones = useMemo(() => placedCones(data.track, data.cones, moves), [data, moves])
  const commit = (coneMoves: ConeMove[]) => onChange({ ...draft, coneMoves })
  const drag = (coneId: string, { stationM, offsetM }: ConePlace, done: boolean) => {
    const move = { coneId, stationM, offsetM }
    setDragged(done ? null : move)
    // a press that moved nothing is a choice, not a move
    if (done && dragged?.coneId === coneId) commit(withMove(draft.coneMoves, move))
  }
  const nudge = (coneId: string, alongM: number) => {
    const cone = cones.find((c) => c.id === coneId)
    if (!cone) return
    const stationM = wrapStation(data.track, cone.stationM + alongM)
    const edge = Math.abs(cone.offsetM - coneOffset(data.track, cone.side, cone.stationM)) < 0.05
    commit(withMove(draft.coneMoves, { coneId, stationM, offsetM: edge ? coneOffset(data.track, cone.side, stationM) : cone.offsetM }))
  }
  const drawing = {
    solution: shown,
    hand,
    cones,
    scheme,
    corner,
    onCorner: chooseCorner,
    selectedCone: selected,
    onCone: select,
    onConeDrag: drag,
  }
  return (
    <>
      <Layout>
        <Box sx={{ minHeight: { xs: 320, md: 0 }, display: 'flex', position: 'relative' }}>
          <PlanView {...drawing} />
          {changedS !== null && <HandReadout shown={shown} before={data} changedS={changedS} />}
        </Box>
        <Side aria-label="What the plan is made for">
          {error !== null && <ProblemNotice error={error} />}
          <PlanSettings day={day} draft={draft} onChange={onChange} onLineByHand={begin} />
          <LineSchool solution={data} />
          <RoomToBeWrong solution={data} corner={corner} />
          {corner && <WhatIf key={corner} input={input} solution={data} corner={corner} />}
          <CornerPurposes corners={data.corners} ranking={data.ranking} corner={corner} onCorner={chooseCorner} />
          <Typography variant="h2" sx={{ mt: 2.5, mb: 0.5 }}>
            {corner ? `Marks of corner ${corner}` : 'Marks in the order of the lap'}
          </Typography>
          <ConeList
            cones={corner ? cones.filter((c) => c.cornerNumber === corner) : driveRound(data.track, cones)}
            scheme={scheme}
            selected={selected}
            onSelect={select}
            onNudge={nudge}
            onPutBack={(id) => commit(draft.coneMoves.filter((m) => m.coneId !== id))}
          />
        </Side>
      </Layout>
      <RibbonFoot {...drawing} />
    </>
  )
}

const withMove = (moves: readonly ConeMove[], move: ConeMove): ConeMove[] => [...moves.filter((m) => m.coneId !== move.coneId), move]
