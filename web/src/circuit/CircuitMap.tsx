import { Add, FitScreen, Remove } from '@mui/icons-material'
import { Box, IconButton, Stack, useTheme } from '@mui/material'
import { pointer } from 'd3-selection'
import { useMemo, useRef, type KeyboardEvent, type MouseEvent, type PointerEvent } from 'react'
import type { CircuitDocument } from '@ochote/contracts'
import { toLocal, toLonLat, type LocalFrame, type Track } from '@ochote/core'
import { fitToView, type Fit } from '../planView/fitToView'
import { PlanTrack } from '../planView/PlanTrack'
import { usePlanZoom } from '../planView/usePlanZoom'
import { useSize } from '../ribbon/useSize'
import { featuresIn, isIn, placesOf, roleOf, type Place, type Stretch } from './documentEdits'
import { featureName } from './roleFields'
import { ScaleBar } from './ScaleBar'

/** A place on the map with what is wrong there. */
export interface Flaw {
  readonly place: Place
  readonly what: string
}

interface CircuitMapProps {
  document: CircuitDocument
  frame: LocalFrame
  /** local metres that the whole view shows */
  bounds: { readonly x: Float64Array; readonly y: Float64Array }
  /** null while the document is refused */
  track: Track | null
  flaws: readonly Flaw[]
  /** the feature whose places can be taken hold of */
  selected: number | null
  onSelect: (index: number | null) => void
  /** positions of the centreline that are chosen; null where the track is not being edited */
  stretch: Stretch | null
  onStretch: (vertex: number, extend: boolean) => void
  onMove: (index: number, vertex: number, to: Place, done: boolean) => void
  /** places drawn so far of something new; null while nothing is */
  drawing: readonly Place[] | null
  onDraw: (place: Place) => void
}

const NUDGE_M = 0.5
const nudges: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-NUDGE_M, 0],
  ArrowRight: [NUDGE_M, 0],
  ArrowUp: [0, NUDGE_M],
  ArrowDown: [0, -NUDGE_M],
}

/** The circuit as its file has it, to be pointed at and taken hold of. North is up. */
export function CircuitMap(props: CircuitMapProps) {
  const { document, frame, bounds, track, flaws, selected, onSelect, drawing, onDraw } = props
  const { tokens } = useTheme()
  const { ref, width, height } = useSize<HTMLDivElement>()
  const svg = useRef<SVGSVGElement>(null)
  const { transform, show, by } = usePlanZoom(svg, width, height)
  const { k } = transform
  const features = featuresIn(document)
  const fit = useMemo(() => fitToView(bounds, width, Math.max(0, height)), [bounds, width, height])
  const at = ([lon, lat]: Place) => {
    const p = toLocal(frame, lon!, lat!)
    return { x: fit.x(p.x), y: fit.y(p.y) }
  }
  const placeOf = (event: PointerEvent | MouseEvent): Place => {
    const [px, py] = transform.invert(pointer(event.nativeEvent, svg.current))
    return toPlace(frame, fit, px, py)
  }
  const path = (places: readonly Place[]) =>
    places.map((p, i) => `${i === 0 ? 'M' : 'L'}${at(p).x.toFixed(2)},${at(p).y.toFixed(2)}`).join('')
  return (
    <Box
      ref={ref}
      sx={{
        position: 'relative',
        width: '100%',
        height: '100%',
        minHeight: 300,
        overflow: 'hidden',
        touchAction: 'none',
        userSelect: 'none',
      }}
    >
      <svg
        ref={svg}
        width={width}
        height={height}
        role="group"
        aria-label="Map of the circuit, north up"
        style={{ cursor: drawing ? 'crosshair' : 'default', display: 'block' }}
        onClick={(event) => {
          if (drawing) onDraw(placeOf(event))
          else if (event.target === svg.current) onSelect(null)
        }}
      >
        <g transform={transform.toString()}>
          {track && <PlanTrack track={track} fit={fit} k={k} />}
          {features.map((f, i) =>
            roleOf(f) === 'centreline' || f.geometry.type !== 'LineString' ? null : (
              <path
                key={i}
                d={path(placesOf(f))}
                fill="none"
                stroke={tokens.inkSoft}
                strokeWidth={1 / k}
                strokeDasharray={`${2 / k} ${3 / k}`}
              />
            ),
          )}
          {features.map((f, i) =>
            roleOf(f) === 'centreline' ? (
              <path
                key={i}
                d={`${path(placesOf(f))}${f.properties.closed === false ? '' : 'Z'}`}
                fill="none"
                stroke={tokens.action}
                strokeWidth={1.4 / k}
                strokeDasharray={`${6 / k} ${4 / k}`}
              />
            ) : (
              !drawing && (
                <FeatureGrip
                  key={i}
                  at={at(placesOf(f)[0] ?? [0, 0])}
                  name={featureName(f.properties)}
                  k={k}
                  selected={i === selected}
                  onSelect={() => onSelect(i)}
                />
              )
            ),
          )}
          {!drawing && <Handles {...props} at={at} k={k} placeOf={placeOf} />}
          {flaws.map(({ place, what }) => (
            <g key={`${what}${place.join()}`} transform={`translate(${at(place).x},${at(place).y}) scale(${1 / k})`}>
              <title>{what}</title>
              <circle r={13} fill="none" stroke={tokens.unsafe} strokeWidth={3} />
              <path d="M-5,-5 L5,5 M5,-5 L-5,5" stroke={tokens.unsafe} strokeWidth={2.5} />
            </g>
          ))}
          {drawing && drawing.length > 0 && (
            <g>
              <path d={path(drawing)} fill="none" stroke={tokens.action} strokeWidth={2.4 / k} />
              {drawing.map((p, i) => (
                <circle key={i} cx={at(p).x} cy={at(p).y} r={4 / k} fill={tokens.action} />
              ))}
            </g>
          )}
        </g>
      </svg>
      <Stack className="no-print" sx={{ position: 'absolute', top: 6, right: 6 }}>
        <IconButton aria-label="Nearer" onClick={() => by(1.6)}>
          <Add />
        </IconButton>
        <IconButton aria-label="Farther" onClick={() => by(1 / 1.6)}>
          <Remove />
        </IconButton>
        <IconButton aria-label="Whole circuit" onClick={() => show(null)}>
          <FitScreen />
        </IconButton>
      </Stack>
      <ScaleBar pxPerM={fit.pxPerM * k} />
    </Box>
  )
}

function toPlace(frame: LocalFrame, fit: Fit, px: number, py: number): Place {
  const { lon, lat } = toLonLat(frame, fit.toEast(px), fit.toNorth(py))
  return [Math.round(lon * 1e9) / 1e9, Math.round(lat * 1e9) / 1e9]
}

interface FeatureGripProps {
  at: { x: number; y: number }
  name: string
  k: number
  selected: boolean
  onSelect: () => void
}

/** A feature to be chosen on the map. */
function FeatureGrip({ at, name, k, selected, onSelect }: FeatureGripProps) {
  const { tokens } = useTheme()
  return (
    <g
      role="button"
      tabIndex={0}
      aria-label={name}
      aria-pressed={selected}
      transform={`translate(${at.x},${at.y}) scale(${1 / k})`}
      style={{ cursor: 'pointer' }}
      onClick={(e) => {
        e.stopPropagation()
        onSelect()
      }}
      onKeyDown={(e) => (e.key === 'Enter' || e.key === ' ') && onSelect()}
    >
      <title>{name}</title>
      <circle r={9} fill="transparent" />
      <circle r={selected ? 7 : 3.4} fill={selected ? 'none' : tokens.raised} stroke={tokens.action} strokeWidth={selected ? 3 : 1.6} />
    </g>
  )
}

interface HandlesProps extends CircuitMapProps {
  at: (place: Place) => { x: number; y: number }
  k: number
  placeOf: (event: PointerEvent) => Place
}

/** The places of the chosen feature, or of the track while it is edited, as things to take hold of. */
function Handles({ document, frame, selected, stretch, onStretch, onMove, at, k, placeOf }: HandlesProps) {
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
