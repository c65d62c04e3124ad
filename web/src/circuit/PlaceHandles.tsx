import { useTheme } from '@mui/material'
import { useRef, type KeyboardEvent, type PointerEvent } from 'react'
import type { CircuitDocument } from '@ochote/contracts'
import { toLocal, toLonLat, type LocalFrame } from '@ochote/core'
import { featuresIn, isIn, placesOf, roleOf, type Place, type Stretch } from './documentEdits'

const NUDGE_M = 0.5
const nudges: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-NUDGE_M, 0],
  ArrowRight: [NUDGE_M, 0],
  ArrowUp: [0, NUDGE_M],
  ArrowDown: [0, -NUDGE_M],
}

/** What can be edited at the places of a feature. */
export interface PlaceEditing {
  document: CircuitDocument
  frame: LocalFrame
  /** the feature whose places can be dragged */
  selected: number | null
  /** positions of the centreline that are chosen; null where the track is not being edited */
  stretch: Stretch | null
  onStretch: (vertex: number, extend: boolean) => void
  onMove: (index: number, vertex: number, to: Place, done: boolean) => void
}

interface PlaceHandlesProps extends PlaceEditing {
  at: (place: Place) => { x: number; y: number }
  k: number
  placeOf: (event: PointerEvent) => Place
}

/** The places of the chosen feature, or of the track while it is edited, each with a handle to drag. */
export function PlaceHandles({ document, frame, selected, stretch, onStretch, onMove, at, k, placeOf }: PlaceHandlesProps) {
  const { tokens } = useTheme()
  const features = featuresIn(document)
  const index = stretch ? features.findIndex((f) => roleOf(f) === 'centreline') : selected
  const feature = index === null ? undefined : features[index]
  const held = useRef<{ vertex: number; moved: boolean } | null>(null)
  if (index === null || !feature || (roleOf(feature) === 'centreline' && !stretch)) return null
  const onKey = (vertex: number, place: Place) => (event: KeyboardEvent) => {
    const by = nudges[event.key]
    if (!by) return
    event.preventDefault()
    event.stopPropagation()
    const p = toLocal(frame, place[0]!, place[1]!)
    const { lon, lat } = toLonLat(frame, p.x + by[0], p.y + by[1])
    onMove(index, vertex, [lon, lat], true)
  }
  return (
    <g data-line>
      {placesOf(feature).map((place, vertex) => {
        const chosen = stretch !== null && isIn(stretch, vertex)
        return (
          <circle
            key={vertex}
            cx={at(place).x}
            cy={at(place).y}
            r={(chosen ? 6 : 4.2) / k}
            fill={chosen ? tokens.action : tokens.raised}
            stroke={tokens.action}
            strokeWidth={1.8 / k}
            role="button"
            tabIndex={chosen || !stretch ? 0 : -1}
            aria-label={`Position ${vertex + 1}. Arrow keys move it by ${NUDGE_M} m`}
            aria-pressed={chosen}
            style={{ cursor: 'move' }}
            onKeyDown={onKey(vertex, place)}
            onClick={(e) => e.stopPropagation()}
            onPointerDown={(e) => {
              e.currentTarget.setPointerCapture(e.pointerId)
              held.current = { vertex, moved: false }
              if (stretch) onStretch(vertex, e.shiftKey)
            }}
            onPointerMove={(e) => {
              if (held.current?.vertex !== vertex || e.buttons !== 1) return
              held.current.moved = true
              onMove(index, vertex, placeOf(e), false)
            }}
            onPointerUp={(e) => {
              if (held.current?.moved) onMove(index, vertex, placeOf(e), true)
              held.current = null
            }}
          />
        )
      })}
    </g>
  )
}
