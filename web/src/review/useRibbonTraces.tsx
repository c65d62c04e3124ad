import { useMemo, useState } from 'react'
import type { PlanSolution } from '@ochote/core'
import type { RibbonBelow } from '../ribbon/Ribbon'
import type { ShownLap } from './DrivenLines'
import { TraceCanvas } from './TraceCanvas'
import { laneNames, lanesHeight, placeLanes, type LaneName } from './traceLanes'

const FIRST_LANES: readonly LaneName[] = ['behind', 'speed', 'brake', 'throttle']

/** The traces that stand under the ribbon, and which of them are shown. */
export function useRibbonTraces(solution: PlanSolution, drawn: readonly ShownLap[]) {
  const [chosen, show] = useState<readonly LaneName[]>(FIRST_LANES)
  const shown = useMemo(() => laneNames.filter((name) => chosen.includes(name)), [chosen])
  const lanes = useMemo(() => placeLanes(shown, drawn), [shown, drawn])
  const inks = useMemo(() => drawn.map(({ ink }) => ink), [drawn])
  const heightPx = lanesHeight(shown)
  const below = useMemo(
    (): RibbonBelow => ({
      heightPx,
      draw: (scales, width) => (
        <TraceCanvas solution={solution} scales={scales} width={width} height={heightPx} lanes={lanes} inks={inks} />
      ),
    }),
    [heightPx, solution, lanes, inks],
  )
  return { shown, show, below }
}
