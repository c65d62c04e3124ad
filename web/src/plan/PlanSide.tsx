import { styled } from '@mui/material/styles'
import { memo, useMemo, type ReactNode } from 'react'
import type { ConeEdits, DayView, Plan } from '@ochote/contracts'
import { applyConeEdits, type PlanSolution, type WhatIfAnswer } from '@ochote/core'
import { ProblemNotice } from '../problem/ProblemNotice'
import { PanelTabs } from '../shell/PanelTabs'
import type { SolutionInput } from '../workers/useSolution'
import { CornersTab } from './CornersTab'
import { LineSchool } from './LineSchool'
import { MarksTab } from './MarksTab'
import { PlanSettings } from './PlanSettings'
import { ReadyTab } from './ReadyTab'
import { RoomTab } from './RoomTab'
import type { PlanDraftState } from './usePlanDraft'

const Side = styled('aside')(({ theme }) => ({
  borderLeft: `1px solid ${theme.palette.divider}`,
  display: 'flex',
  flexDirection: 'column',
  minHeight: 0,
  [theme.breakpoints.down('md')]: { borderLeft: 0 },
  '@media print': { display: 'none' },
}))

const tabs = { setup: 'Set-up', marks: 'Marks', corners: 'Corners', room: 'Room', ready: 'Ready' } as const
export type PlanTab = keyof typeof tabs

interface PlanSideProps {
  day: DayView
  plan: Plan
  data: PlanSolution
  input: SolutionInput
  state: PlanDraftState
  tab: PlanTab
  onTab: (tab: PlanTab) => void
  corner: string | null
  onCorner: (number: string | null) => void
  selected: string | null
  onSelect: (coneId: string | null) => void
  onLineByHand: () => void
  /** told what is asked of a corner, to be drawn on the circuit */
  onWhatIf: (answer: WhatIfAnswer | null) => void
  error: unknown
}

/** What is set, marked, found and still lacking of a plan. While something is dragged in the drawings it stays as it is. */
export const PlanSide = memo(function PlanSide(props: PlanSideProps) {
  const { day, plan, data, input, state, tab, onTab, corner, onCorner, selected, onSelect, onLineByHand, onWhatIf, error } = props
  const { draft, change } = state
  const scheme = day.markerSchemes.find((s) => s.id === draft.markerSchemeId)!
  const cones = useMemo(() => applyConeEdits(data, draft.coneEdits), [data, draft.coneEdits])
  const shownTab: Record<PlanTab, () => ReactNode> = {
    setup: () => (
      <>
        <PlanSettings day={day} draft={draft} onChange={change} onLineByHand={onLineByHand} />
        <LineSchool solution={data} />
      </>
    ),
    marks: () => (
      <MarksTab
        day={day}
        plan={plan}
        solution={data}
        input={input}
        cones={cones}
        scheme={scheme}
        coneEdits={draft.coneEdits}
        corner={corner}
        selected={selected}
        onSelect={onSelect}
        onChange={(coneEdits: ConeEdits) => change({ ...draft, coneEdits })}
      />
    ),
    corners: () => (
      <CornersTab solution={data} input={input} draft={draft} corner={corner} onCorner={onCorner} onChange={change} onWhatIf={onWhatIf} />
    ),
    room: () => <RoomTab solution={data} draft={draft} corner={corner} onCorner={onCorner} onChange={change} />,
    ready: () => <ReadyTab day={day} plan={plan} solution={data} cones={cones} scheme={scheme} state={state} />,
  }
  return (
    <Side aria-label="About the plan">
      {error !== null && <ProblemNotice error={error} />}
      <PanelTabs label="About the plan" id="plan" names={tabs} open={tab} onOpen={onTab}>
        {shownTab[tab]()}
      </PanelTabs>
    </Side>
  )
})
