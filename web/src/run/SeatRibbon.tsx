import { useMemo } from 'react'
import type { PlanCallSheet, StintRecord } from '@ochote/core'
import type { LiveSource } from '../telemetry/liveSource'
import { callBars } from '../ribbon/callBars'
import { RibbonFoot } from '../ribbon/RibbonFoot'
import { useCornerChoice } from '../ribbon/useCornerChoice'
import { logNotes } from '../stint/logNotes'
import type { OpenStint } from '../stint/openStint'
import { RibbonCar } from './RibbonCar'

interface SeatRibbonProps {
  open: OpenStint
  record: StintRecord
  sheet: PlanCallSheet
  source: LiveSource
}

/** The lap below the seat: its calls, the moving car, and faults and praise where they happened. */
export function SeatRibbon({ open, record, sheet, source }: SeatRibbonProps) {
  const { solution, cones, scheme } = open
  const [corner, choose] = useCornerChoice(undefined)
  const notes = useMemo(() => logNotes(solution, record), [solution, record])
  const calls = useMemo(() => callBars(solution, sheet), [solution, sheet])
  return (
    <RibbonFoot
      solution={solution}
      cones={cones}
      scheme={scheme}
      corner={corner}
      onCorner={choose}
      notes={notes}
      calls={calls}
      overlay={(scales) => <RibbonCar solution={solution} record={record} source={source} scales={scales} />}
      compact
      bare
    />
  )
}
