import { useTheme } from '@mui/material'
import { lanes, type RibbonScales } from './ribbonScales'

/** A call on the lap: from where it is begun to where it ends, and where its action is due. */
export interface RibbonCall {
  id: string
  fromM: number
  toM: number
  actionM: number
  text: string
  /** why it clashes with another call, or null */
  clash: string | null
}

/** Narrower than this a bar holds no words, px a letter. */
const LETTER_PX = 6
const BAR_PX = 15

/** Calls as bars: a call is said along its bar, and the action starts at the tick. */
export function RibbonCalls({ calls, scales: { x }, top }: { calls: readonly RibbonCall[]; scales: RibbonScales; top: number }) {
  const { tokens } = useTheme()
  const [, end] = x.range() as [number, number]
  const lapM = x.domain()[1]!
  return (
    <g>
      {calls.flatMap((call) => {
        // a call said before the line is drawn at the lap's end as well
        const wraps = call.fromM > call.actionM
        return (wraps ? [-lapM, 0] : [0]).map((shift) => {
          const from = x(call.fromM + shift)
          const to = x((call.toM < call.fromM ? call.toM + lapM : call.toM) + shift)
          const action = x((wraps ? call.actionM + lapM : call.actionM) + shift)
          if (action < lanes.left || from > end) return null
          const colour = call.clash ? tokens.unsafe : tokens.action
          const fits = to - from > call.text.length * LETTER_PX
          return (
            <g key={`${call.id}${shift}`}>
              <title>{`${call.text}${call.clash ? `: ${call.clash}` : ''}`}</title>
              <rect
                x={from}
                y={top + 4}
                width={Math.max(2, to - from)}
                height={BAR_PX}
                fill={fits ? tokens.raised : colour}
                stroke={colour}
                strokeWidth={1.3 * tokens.weight}
                strokeDasharray={call.clash ? '3 2' : undefined}
              />
              <path
                d={`M${to},${top + 4 + BAR_PX / 2} H${action} M${action},${top + 2} v${BAR_PX + 4}`}
                stroke={colour}
                strokeWidth={1.6 * tokens.weight}
              />
              {fits && (
                <text x={from + 4} y={top + 15} fontSize={10.5} fill={tokens.ink}>
                  {call.text}
                </text>
              )}
            </g>
          )
        })
      })}
    </g>
  )
}
