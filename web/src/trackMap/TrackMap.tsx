import { useTheme } from '@mui/material'
import { pointer } from 'd3-selection'
import { useEffect, useMemo, useRef, type PointerEvent, type ReactNode } from 'react'
import type { MarkerScheme } from '@ochote/contracts'
import { nearestOnTrack, placeAt, valueAt, type Cone, type PlanSolution } from '@ochote/core'
import { ConeMark } from '../ribbon/ConeMark'
import type { ConePlace } from '../ribbon/Ribbon'
import { LineHandle } from '../ribbon/LineHandle'
import type { LineHand } from '../ribbon/lineHand'
import { allSamples, pathThrough } from '../ribbon/ribbonScales'
import { speedStrokes } from '../ribbon/speedStrokes'
import { useMoveCursor } from '../ribbon/trackCursor'
import { useConeHold } from '../ribbon/useConeHold'
import { useSize } from '../ribbon/useSize'
import { CornerBadge } from './CornerBadge'
import { cornerBadges } from './cornerBadges'
import { CursorDot } from './CursorDot'
import { fitToView, type Fit } from './fitToView'
import { MapFrame } from './MapFrame'
import { MapTrack } from './MapTrack'
import { SpeedKey } from './SpeedKey'
import { useMapZoom } from './useMapZoom'
import { WhatIfLine } from './WhatIfLine'
import { ZoomButtons } from './ZoomButtons'

interface TrackMapProps {
  solution: PlanSolution
  cones: readonly Cone[]
  scheme: MarkerScheme
  corner: string | null
  onCorner: (number: string | null) => void
  selectedCone?: string | null
  onCone?: (id: string) => void
  onConeDrag?: (id: string, place: ConePlace, done: boolean) => void
  /** where the line can be dragged */
  hand?: LineHand | null
  /** where the car would go otherwise, in runs */
  otherwise?: readonly (readonly { stationM: number; offsetM: number }[])[]
  /** in place of speeds, by corner: what is left to be wrong in */
  margins?: ReadonlyMap<string, { text: string; unsafe: boolean }> | null
  /** a place of the chosen corner that must be seen too, such as the mark that is talked about */
  reachM?: number | null
  /** what else is drawn on the ground, such as laps; `k` is the zoom, so that strokes keep their width */
  overlay?: (fit: Fit, k: number) => ReactNode
}

/** Pixels a metre that a chosen corner is shown at. */
const CORNER_PX_PER_M = 3.2
/** Kept free around what must be seen together. */
const MARGIN_PX = 130
/** Height kept free at the foot for the key of speeds and the scale. */
const KEY_PX = 34
/** How far from the track the pointer still points at it, metres. */
const POINTS_WITHIN_M = 60

/** The circuit in plan: ground, line by speed, cones by duty, corners by number. North is up. */
export function TrackMap({
  solution,
  cones,
  scheme,
  corner,
  onCorner,
  selectedCone = null,
  onCone,
  onConeDrag,
  hand = null,
  otherwise = [],
  margins = null,
  reachM = null,
  overlay,
}: TrackMapProps) {
  const { tokens } = useTheme()
  const { ref: frame, width, height } = useSize<HTMLDivElement>()
  const svg = useRef<SVGSVGElement>(null)
  const { track, path, trace } = solution
  const fit = useMemo(() => fitToView(track, width, Math.max(0, height - KEY_PX)), [track, width, height])
  const { transform, show, by } = useMapZoom(svg, width, height)
  const moveCursor = useMoveCursor()
  const lines = useMemo(
    () => speedStrokes(trace.speedMps, allSamples(track.count, track.closed), (i) => [fit.x(path.x[i]!), fit.y(path.y[i]!)]),
    [trace, track, path, fit],
  )
  const apex = solution.corners.find((c) => c.number === corner)?.points.apex
  const apexX = apex?.x
  const apexY = apex?.y
  const reachX = reachM === null ? apexX : valueAt(track, path.x, reachM)
  const reachY = reachM === null ? apexY : valueAt(track, path.y, reachM)
  useEffect(() => {
    if (apexX === undefined || apexY === undefined || reachX === undefined || reachY === undefined) {
      show(null)
      return
    }
    const [a, b] = [
      { x: fit.x(apexX), y: fit.y(apexY) },
      { x: fit.x(reachX), y: fit.y(reachY) },
    ]
    // as near as a corner is shown, or as far away as it takes to see both
    const both = Math.min((width - MARGIN_PX) / Math.abs(a.x - b.x), (height - MARGIN_PX) / Math.abs(a.y - b.y))
    const k = Math.max(1, Math.min(CORNER_PX_PER_M / fit.pxPerM, both))
    show({ x: (a.x + b.x) / 2, y: (a.y + b.y) / 2, k })
  }, [apexX, apexY, reachX, reachY, fit, show, width, height])

  const { k } = transform
  const badges = useMemo(() => cornerBadges(solution, cones, fit, k, margins !== null), [solution, cones, fit, k, margins])
  const groundAt = (event: PointerEvent) => {
    const [px, py] = transform.invert(pointer(event.nativeEvent, svg.current))
    return { east: fit.toEast(px), north: fit.toNorth(py) }
  }
  const onGround = (event: PointerEvent) => {
    const { east, north } = groundAt(event)
    return nearestOnTrack(track, east, north)
  }
  /** How far left of the middle the pointer is, at a station that is held. */
  const offsetAt = (event: PointerEvent, stationM: number) => {
    const { east, north } = groundAt(event)
    const middle = placeAt(track, stationM, 0)
    const left = placeAt(track, stationM, 1)
    return (east - middle.x) * (left.x - middle.x) + (north - middle.y) * (left.y - middle.y)
  }
  const placeOf = (stationM: number, offsetM: number) => {
    const at = placeAt(track, stationM, offsetM)
    return { x: fit.x(at.x), y: fit.y(at.y) }
  }
  const point = (event: PointerEvent) => {
    const place = onGround(event)
    moveCursor(Math.abs(place.offsetM) < POINTS_WITHIN_M ? place.stationM : null)
  }
  const hold = useConeHold(onCone, onConeDrag && ((cone: Cone, e, done) => onConeDrag(cone.id, onGround(e), done)))
  return (
    <MapFrame ref={frame}>
      <svg
        ref={svg}
        width={width}
        height={height}
        role="group"
        aria-label={`${track.circuit.name} in plan, north up`}
        style={{ display: 'block' }}
        onPointerMove={point}
        onPointerLeave={() => moveCursor(null)}
      >
        <g transform={transform.toString()}>
          <MapTrack track={track} features={solution.features} fit={fit} k={k} />
          {lines.map((p) => (
            <path
              key={p.widthPx}
              d={p.d}
              fill="none"
              stroke={tokens.line}
              strokeWidth={(p.widthPx * tokens.weight) / k}
              strokeLinecap="round"
            />
          ))}
          {hand && (
            <LineHandle
              hand={hand}
              d={pathThrough(
                track.count,
                allSamples(track.count, track.closed),
                (i) => fit.x(path.x[i % track.count]!),
                (i) => fit.y(path.y[i]!),
                3,
              )}
              unit={1 / k}
              stationAt={(event) => onGround(event).stationM}
              offsetAt={offsetAt}
              place={placeOf}
            />
          )}
          {overlay?.(fit, k)}
          {otherwise.map((run) => (
            <WhatIfLine key={run[0]!.stationM} track={track} run={run} fit={fit} k={k} />
          ))}
          {badges.map(({ corner: c, x, y }) => (
            <CornerBadge
              key={c.number}
              corner={c}
              x={x}
              y={y}
              k={k}
              selected={c.number === corner}
              margin={margins ? (margins.get(c.number) ?? { text: '–', unsafe: false }) : null}
              onPick={() => onCorner(c.number === corner ? null : c.number)}
            />
          ))}
          {cones.map((cone) => (
            <ConeMark
              key={cone.id}
              cone={cone}
              scheme={scheme}
              x={fit.x(cone.x)}
              y={fit.y(cone.y)}
              unit={1 / k}
              scale={k > 2 ? 1.1 : 0.78}
              selected={cone.id === selectedCone}
              cursor={onConeDrag ? 'grab' : 'default'}
              hold={hold(cone)}
            />
          ))}
          <CursorDot solution={solution} fit={fit} k={k} />
        </g>
      </svg>
      <ZoomButtons
        by={by}
        onWhole={() => {
          onCorner(null)
          show(null)
        }}
      />
      <SpeedKey solution={solution} pxPerM={fit.pxPerM * k} />
    </MapFrame>
  )
}
