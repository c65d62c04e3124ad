import { useTheme } from '@mui/material'
import { lanes, type RibbonScales } from './ribbonScales'

/** Something that happened, or is to be said, at a place on the lap. */
export interface RibbonNote {
  id: string
  stationM: number
  text: string
  /** 0 is praise; 1 to 3 the severity of a fault */
  severity: 0 | 1 | 2 | 3
}

/** How many earlier notes are at nearly the same place. */
export function stackOf(notes: readonly RibbonNote[], n: number, scales: RibbonScales): number {
  const here = scales.x(notes[n]!.stationM)
  return notes.slice(0, n).filter((o) => Math.abs(scales.x(o.stationM) - here) < 24).length
}

const HALF_WIDTH = 13

/** Where a note is drawn: at its place, but whole at either end of what is in view. */
export function noteX({ x }: RibbonScales, stationM: number, width: number): number {
  const at = x(stationM)
  const [first, last] = [lanes.left, width - lanes.right]
  if (at < first || at > last) return at // out of view
  return Math.min(last - HALF_WIDTH - 1, Math.max(first + HALF_WIDTH + 1, at))
}

/** A note at its place, stacked above earlier ones nearby. */
export function NoteMark({ note, x, stack }: { note: RibbonNote; x: number; stack: number }) {
  const { tokens } = useTheme()
  const colour =
    note.severity === 0 ? tokens.good : note.severity === 3 ? tokens.unsafe : note.severity === 2 ? tokens.caution : tokens.inkSoft
  const y = lanes.top + 10 + stack * 15
  return (
    <g transform={`translate(${x},${y})`}>
      <rect
        x={-HALF_WIDTH}
        y={-8}
        width={2 * HALF_WIDTH}
        height={14}
        rx={3}
        fill={tokens.raised}
        stroke={colour}
        strokeWidth={note.severity === 3 ? 2.4 : 1.2}
      />
      <text y={3} fontSize={10.5} fontWeight={700} textAnchor="middle" fill={colour}>
        {note.text}
      </text>
    </g>
  )
}
