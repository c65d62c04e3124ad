import { stationAtTime, type PlanCallSheet, type PlanSolution } from '@ochote/core'
import type { RibbonCall } from './RibbonCalls'

/** A call sheet's calls as bars on the ribbon. */
export function callBars({ track, trace }: PlanSolution, sheet: PlanCallSheet): RibbonCall[] {
  return sheet.calls.map(({ id, text, startS, endS, actionTimeS }) => {
    const clash = sheet.clashes.find((pair) => pair.includes(id))
    const other = clash?.find((one) => one !== id)
    return {
      id,
      text,
      fromM: stationAtTime(track, trace, startS),
      toM: stationAtTime(track, trace, endS),
      actionM: stationAtTime(track, trace, actionTimeS),
      clash: other === undefined ? null : `no time for it beside ${other}`,
    }
  })
}
