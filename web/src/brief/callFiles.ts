import { CAUTION } from '../caution/Caution'
import { csvOf } from '../format/csv'
import type { PlanCallSheet } from '@ochote/core'

/** A sheet's calls in the order in which they are said, from the line on. */
export const inOrder = ({ calls }: Pick<PlanCallSheet, 'calls'>) => [...calls].sort((a, b) => a.startS - b.startS)

/** The sheet as a table: when each call is said, what for, where. */
export function callsCsv(sheet: PlanCallSheet): string {
  const rows = inOrder(sheet).map(({ id, text, wording, startS, endS, actionTimeS }) => ({
    start_s: startS.toFixed(2),
    end_s: endS.toFixed(2),
    action_s: actionTimeS.toFixed(2),
    station_m: sheet.about[id]!.stationM.toFixed(1),
    corner: sheet.about[id]!.cornerNumber,
    verb: sheet.about[id]!.verb,
    wording,
    words: text,
  }))
  return csvOf(rows)
}

function cueTime(seconds: number): string {
  const ms = Math.round(seconds * 1000)
  const two = (n: number) => String(Math.floor(n)).padStart(2, '0')
  return `${two(ms / 3_600_000)}:${two((ms / 60_000) % 60)}:${two((ms / 1000) % 60)}.${String(ms % 1000).padStart(3, '0')}`
}

/** Line breaks would begin a cue of their own. */
const oneLine = (text: string): string => text.replaceAll(/\p{C}+/gu, ' ')

/** Taking an arrow out may leave another one. */
function withoutArrows(text: string): string {
  const next = text.replaceAll('-->', '')
  return next === text ? text : withoutArrows(next)
}

/**
 * The sheet as WebVTT (W3C), timed to a recording of the reference lap that begins at the line. A call that is begun before the line
 * stands at the lap's end, where it is said before the next lap.
 */
export function callsVtt(sheet: PlanCallSheet, lapTimeS: number, title: string): string {
  const cues = sheet.calls
    .map(({ id, text, startS, endS }) =>
      startS < 0 ? { id, text, startS: startS + lapTimeS, endS: endS + lapTimeS } : { id, text, startS, endS },
    )
    .sort((a, b) => a.startS - b.startS)
  const clean = (text: string) => oneLine(text).replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;')
  const blocks = cues.map(({ id, text, startS, endS }) => `${id}\n${cueTime(startS)} --> ${cueTime(endS)}\n${clean(text)}\n`)
  return [`WEBVTT ${withoutArrows(oneLine(title))}\n`, `NOTE ${CAUTION}\n`, ...blocks].join('\n')
}
