import { styled } from '@mui/material/styles'
import { memo, type ReactNode } from 'react'
import type { ConeEdits, DayView, Plan } from '@ochote/contracts'
import type { MarkedPlan, WhatIfAnswer } from '@ochote/core'
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
  marked: MarkedPlan
  input: SolutionInput
  state: PlanDraftState
  tab: PlanTab
  onTab: (tab: PlanTab) => void
  corner: string | null
  onCorner: (number: string | null) => void
  selected: string | null
  onSelect: (coneId: string | null) => void
  onLineByHand: () => void
  /** called with what is asked about a corner, to be drawn on the circuit */
  onWhatIf: (answer: WhatIfAnswer | null) => void
  error: unknown
}

/** A plan's settings, marks, findings and what it still lacks. It does not change while something is dragged in the drawings. */
export const PlanSide = memo(function PlanSide(props: PlanSideProps) {
  const { day, plan, marked, input, state, tab, onTab, corner, onCorner, selected, onSelect, onLineByHand, onWhatIf, error } = props
  const { draft, change } = state
  const scheme = day.markerSchemes.find((s) => s.id === draft.markerSchemeId)!
  const shownTab: Record<PlanTab, () => ReactNode> = {
    setup: () => (
      <>
        <PlanSettings day={day} draft={draft} onChange={change} onLineByHand={onLineByHand} />
        <LineSchool
          solution={marked.solution}
          leftOut={draft.setup.lateApexNotAt ?? []}
          onLeaveOut={(lateApexNotAt) => change({ ...draft, setup: { ...draft.setup, lateApexNotAt } })}
        />
      </>
    ),
    marks: () => (
      <MarksTab
        day={day}
        plan={plan}
        marked={marked}
        input={input}
        scheme={scheme}
        coneEdits={draft.coneEdits}
        corner={corner}
        selected={selected}
        onSelect={onSelect}
        onChange={(coneEdits: ConeEdits) => change({ ...draft, coneEdits })}
      />
    ),
    corners: () => (
      <CornersTab
        solution={marked.solution}
        input={input}
        draft={draft}
        corner={corner}
        onCorner={onCorner}
        onChange={change}
        onWhatIf={onWhatIf}
      />
    ),
    room: () => <RoomTab marked={marked} vehicle={input.vehicle} draft={draft} corner={corner} onCorner={onCorner} onChange={change} />,
    ready: () => <ReadyTab day={day} plan={plan} marked={marked} scheme={scheme} state={state} />,
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
