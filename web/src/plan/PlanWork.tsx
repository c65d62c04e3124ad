import { Box, Tab, Tabs } from '@mui/material'
import { styled } from '@mui/material/styles'
import { useMemo, useState, type ReactNode } from 'react'
import type { ConeMove, ConesByHand, DayFile, Plan } from '@ochote/contracts'
import { placedCones, type PlanSolution } from '@ochote/core'
import { PlanView } from '../planView/PlanView'
import { ProblemNotice } from '../problem/ProblemNotice'
import type { ConePlace } from '../ribbon/Ribbon'
import { RibbonFoot } from '../ribbon/RibbonFoot'
import { useCornerChoice } from '../ribbon/useCornerChoice'
import type { SolutionInput } from '../workers/useSolution'
import { moved } from './conesByHand'
import { CornersTab } from './CornersTab'
import { HandReadout } from './HandReadout'
import { LineSchool } from './LineSchool'
import { MarksTab } from './MarksTab'
import { PlanSettings } from './PlanSettings'
import { ReadyTab } from './ReadyTab'
import { RoomTab } from './RoomTab'
import { useLineHand } from './useLineHand'
import type { PlanDraftState } from './usePlanDraft'

const Layout = styled('div')(({ theme }) => ({
  flex: 1,
  display: 'grid',
  gridTemplateColumns: 'minmax(0, 1fr) 360px',
  minHeight: 0,
  [theme.breakpoints.down('md')]: { gridTemplateColumns: 'minmax(0, 1fr)' },
}))

const Side = styled('aside')(({ theme }) => ({
  borderLeft: `1px solid ${theme.palette.divider}`,
  display: 'flex',
  flexDirection: 'column',
  minHeight: 0,
  [theme.breakpoints.down('md')]: { borderLeft: 0 },
}))

const tabs = { setup: 'Set-up', marks: 'Marks', corners: 'Corners', room: 'Room', ready: 'Ready' } as const
type TabKey = keyof typeof tabs

interface PlanWorkProps {
  day: DayFile
  plan: Plan
  data: PlanSolution
  input: SolutionInput
  state: PlanDraftState
}

/** A solved plan on the circuit and on the ribbon, with what is set, marked, found and still lacking beside it. */
export function PlanWork({ day, plan, data, input, state }: PlanWorkProps) {
  const { draft, change } = state
  const scheme = day.markerSchemes.find((s) => s.id === draft.markerSchemeId)!
  const [corner, chooseCorner] = useCornerChoice(data)
  const [tab, setTab] = useState<TabKey>('setup')
  const [selected, select] = useState<string | null>(null)
  const [dragged, setDragged] = useState<ConeMove | null>(null)
  const { shown, changedS, hand, begin, error } = useLineHand(data, input, corner, (givenLine) =>
    change({ ...draft, setup: { ...draft.setup, lineSchool: 'given', givenLine } }),
  )
  const byHand = useMemo(() => (dragged ? moved(draft.byHand, dragged) : draft.byHand), [draft.byHand, dragged])
  const cones = useMemo(() => placedCones(shown, byHand), [shown, byHand])
  const commit = (next: ConesByHand) => change({ ...draft, byHand: next })
  const drag = (coneId: string, { stationM, offsetM }: ConePlace, done: boolean) => {
    if (draft.byHand.locked.includes(coneId)) return
    const move = { coneId, stationM, offsetM }
    setDragged(done ? null : move)
    // a press that moved nothing is a choice, not a move
    if (done && dragged?.coneId === coneId) commit(moved(draft.byHand, move))
  }
  const pick = (coneId: string | null) => {
    select(coneId)
    if (coneId !== null) setTab('marks')
  }
  const drawing = {
    solution: shown,
    hand,
    cones,
    scheme,
    corner,
    onCorner: chooseCorner,
    selectedCone: selected,
    onCone: pick,
    onConeDrag: drag,
  }
  const shownTab: Record<TabKey, () => ReactNode> = {
    setup: () => (
      <>
        <PlanSettings day={day} draft={draft} onChange={change} onLineByHand={begin} />
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
        byHand={draft.byHand}
        corner={corner}
        selected={selected}
        onSelect={select}
        onChange={commit}
      />
    ),
    corners: () => <CornersTab solution={data} input={input} draft={draft} corner={corner} onCorner={chooseCorner} onChange={change} />,
    room: () => <RoomTab solution={data} draft={draft} corner={corner} onCorner={chooseCorner} onChange={change} />,
    ready: () => <ReadyTab day={day} plan={plan} solution={data} cones={cones} scheme={scheme} state={state} />,
  }
  return (
    <>
      <Layout>
        <Box sx={{ minHeight: { xs: 320, md: 0 }, display: 'flex', position: 'relative' }}>
          <PlanView {...drawing} />
          {changedS !== null && <HandReadout shown={shown} before={data} changedS={changedS} />}
        </Box>
        <Side aria-label="About the plan">
          {error !== null && <ProblemNotice error={error} />}
          <Tabs
            value={tab}
            onChange={(_e, next: TabKey) => setTab(next)}
            variant="fullWidth"
            aria-label="About the plan"
            sx={{ borderBottom: 1, borderColor: 'divider', minHeight: 40, flexShrink: 0 }}
          >
            {(Object.keys(tabs) as TabKey[]).map((key) => (
              <Tab
                key={key}
                value={key}
                label={tabs[key]}
                id={`plan-tab-${key}`}
                aria-controls={`plan-${key}`}
                sx={{ textTransform: 'none', minWidth: 0, minHeight: 40, px: 0.5 }}
              />
            ))}
          </Tabs>
          <Box
            role="tabpanel"
            id={`plan-${tab}`}
            aria-labelledby={`plan-tab-${tab}`}
            tabIndex={0}
            sx={{ px: 2, py: 1.5, overflowY: 'auto', flex: 1 }}
          >
            {shownTab[tab]()}
          </Box>
        </Side>
      </Layout>
      <RibbonFoot {...drawing} />
    </>
  )
}
