import { Box } from '@mui/material'
import { styled } from '@mui/material/styles'
import { useCallback, useMemo, useState } from 'react'
import type { ConeMove, DayView, Plan } from '@ochote/contracts'
import { markPlan, type MarkedPlan, type WhatIfAnswer } from '@ochote/core'
import { TrackMap } from '../trackMap/TrackMap'
import type { ConePlace } from '../ribbon/Ribbon'
import { RibbonFoot } from '../ribbon/RibbonFoot'
import { useCornerChoice } from '../ribbon/useCornerChoice'
import { useSchoolTerms } from '../workers/useSchoolTerms'
import type { SolutionInput } from '../workers/useSolution'
import { moved } from './coneEdits'
import { HandReadout } from './HandReadout'
import { PlanSide, type PlanTab } from './PlanSide'
import { priorityWords } from './CornerPriorities'
import { marginsOf } from './roomWords'
import { useLineHand } from '../trackMap/useLineHand'
import type { PlanDraftState } from './usePlanDraft'
import { whatIfPath } from './whatIfPath'

const Layout = styled('div')(({ theme }) => ({
  flex: 1,
  display: 'grid',
  gridTemplateColumns: 'minmax(0, 1fr) 360px',
  minHeight: 0,
  '@media print': { gridTemplateColumns: 'minmax(0, 1fr)', height: '150mm' },
  [theme.breakpoints.down('md')]: { gridTemplateColumns: 'minmax(0, 1fr)' },
}))

interface PlanWorkProps {
  day: DayView
  plan: Plan
  marked: MarkedPlan
  input: SolutionInput
  state: PlanDraftState
}

/** A solved plan on the circuit and the ribbon, where marks and line can be dragged, with its details beside them. */
export function PlanWork({ day, plan, marked, input, state }: PlanWorkProps) {
  const { draft, change } = state
  const data = marked.solution
  const scheme = day.markerSchemes.find((s) => s.id === draft.markerSchemeId)!
  const [corner, chooseCorner] = useCornerChoice(data)
  const [tab, setTab] = useState<PlanTab>('setup')
  const [selected, select] = useState<string | null>(null)
  const [dragged, setDragged] = useState<ConeMove | null>(null)
  const { shown, changedS, hand, begin, error } = useLineHand(data, input, corner, (givenLine) =>
    change({ ...draft, setup: { ...draft.setup, lineSchool: 'given', givenLine } }),
  )
  const [whatIf, setWhatIf] = useState<WhatIfAnswer | null>(null)
  const otherwise = useMemo(() => (whatIf ? whatIfPath(data, whatIf, input.vehicle.widthM) : []), [data, whatIf, input.vehicle.widthM])
  const margins = useMemo(() => (tab === 'room' ? marginsOf(marked) : null), [tab, marked])
  const { firstSession } = draft
  const terms = useSchoolTerms()
  const coneEdits = useMemo(() => (dragged ? moved(draft.coneEdits, dragged) : draft.coneEdits), [draft.coneEdits, dragged])
  const { cones } = useMemo(
    () => (shown === marked.solution && coneEdits === draft.coneEdits ? marked : markPlan(shown, { firstSession, coneEdits }, terms)),
    [shown, marked, coneEdits, draft.coneEdits, firstSession, terms],
  )
  const drag = (coneId: string, { stationM, offsetM }: ConePlace, done: boolean) => {
    if (draft.coneEdits.locked.includes(coneId)) return
    const move = { coneId, stationM, offsetM }
    setDragged(done ? null : move)
    // a press that moved nothing is a choice, not a move
    if (done && dragged?.coneId === coneId) change({ ...draft, coneEdits: moved(draft.coneEdits, move) })
  }
  const priorityOverrides = useMemo(() => priorityWords(data.corners, draft.priorityOverrides), [data.corners, draft.priorityOverrides])
  const pick = useCallback((coneId: string | null) => {
    select(coneId)
    if (coneId !== null) setTab('marks')
  }, [])
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
  return (
    <>
      <Layout>
        <Box sx={{ height: { xs: 340, md: 'auto' }, minHeight: 0, display: 'flex', position: 'relative' }}>
          <TrackMap {...drawing} otherwise={otherwise} margins={margins} />
          {changedS !== null && <HandReadout shown={shown} before={data} changedS={changedS} />}
        </Box>
        <PlanSide
          day={day}
          plan={plan}
          marked={marked}
          input={input}
          state={state}
          tab={tab}
          onTab={setTab}
          corner={corner}
          onCorner={chooseCorner}
          selected={selected}
          onSelect={select}
          onLineByHand={begin}
          onWhatIf={setWhatIf}
          error={error}
        />
      </Layout>
      <RibbonFoot {...drawing} priorityOverrides={priorityOverrides} printed />
    </>
  )
}
