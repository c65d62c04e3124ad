import { useTheme } from '@mui/material'
import { useRef, type KeyboardEvent, type PointerEvent } from 'react'
import type { LineHand } from './lineHand'
import { fineDistance } from '../format/format'

interface LineHandleProps {
  hand: LineHand
  /** the line as it is drawn */
  d: string
  /** drawing units a pixel of the screen */
  unit: number
  stationAt: (event: PointerEvent) => number
  offsetAt: (event: PointerEvent, stationM: number) => number
  /** where a place of the track is drawn */
  place: (stationM: number, offsetM: number) => { x: number; y: number }
}

const HELD_PX = 22
const SHOWN_PX = 10
const STEP_M = 0.1
const LARGE_STEP_M = 0.5
const keySteps: Readonly<Partial<Record<string, number>>> = {
  ArrowUp: STEP_M,
  ArrowDown: -STEP_M,
  PageUp: LARGE_STEP_M,
  PageDown: -LARGE_STEP_M,
}

const offsetWords = (offsetM: number) => `${fineDistance(Math.abs(offsetM))} ${offsetM >= 0 ? 'left' : 'right'} of the middle`

/** A handle on the line: the pointer drags it anywhere, the keys move it at the chosen corner's points. */
export function LineHandle({ hand, d, unit, stationAt, offsetAt, place }: LineHandleProps) {
  const { tokens } = useTheme()
  const grabbed = useRef<{ stationM: number; moved: boolean } | null>(null)
  const within = (stationM: number, offsetM: number) => {
    const { lowM, highM } = hand.at(stationM)
    return Math.min(highM, Math.max(lowM, offsetM))
  }
  const move = (event: PointerEvent, done: boolean) => {
    const held = grabbed.current
    if (!held || (done && !held.moved)) return
    held.moved = true
    hand.move(held.stationM, within(held.stationM, offsetAt(event, held.stationM)), done)
  }
  const onKey = (stationM: number) => (event: KeyboardEvent) => {
    const by = keySteps[event.key]
    if (by === undefined) return
    event.preventDefault()
    hand.move(stationM, within(stationM, hand.at(stationM).offsetM + by), true)
  }
  return (
    <g data-line>
      <path d={d} fill="none" stroke={tokens.action} opacity={0.22} strokeWidth={SHOWN_PX * unit} strokeLinejoin="round" />
      <path
        d={d}
        fill="none"
        stroke="transparent"
        strokeWidth={HELD_PX * unit}
        style={{ cursor: 'move' }}
        onPointerDown={(event) => {
          if (event.button !== 0) return
          event.currentTarget.setPointerCapture(event.pointerId)
          grabbed.current = { stationM: stationAt(event), moved: false }
        }}
        onPointerMove={(event) => move(event, false)}
        onPointerUp={(event) => {
          move(event, true)
          grabbed.current = null
        }}
        onPointerCancel={() => (grabbed.current = null)}
      />
      {hand.grips.map(({ name, stationM }) => {
        const { offsetM, lowM, highM } = hand.at(stationM)
        const { x, y } = place(stationM, offsetM)
        return (
          <circle
            key={name}
            cx={x}
            cy={y}
            r={6 * unit}
            fill={tokens.raised}
            stroke={tokens.action}
            strokeWidth={2.4 * unit}
            role="slider"
            tabIndex={0}
            aria-label={name}
            aria-orientation="vertical"
            aria-valuemin={Math.round(lowM * 10) / 10}
            aria-valuemax={Math.round(highM * 10) / 10}
            aria-valuenow={Math.round(offsetM * 10) / 10}
            aria-valuetext={offsetWords(offsetM)}
            pointerEvents="none"
            onKeyDown={onKey(stationM)}
          />
        )
      })}
    </g>
  )
}
