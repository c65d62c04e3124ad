import { useTheme } from '@mui/material'
import { pointer } from 'd3-selection'
import { useEffect, useMemo, useRef, type PointerEvent } from 'react'
import type { MarkerScheme } from '@ochote/contracts'
import { nearestOnTrack, placeAt, type Cone, type PlanSolution } from '@ochote/core'
import { DutyMark } from '../cones/DutyMark'
import type { ConePlace } from '../ribbon/Ribbon'
import { LineHandle } from '../ribbon/LineHandle'
import type { LineHand } from '../ribbon/lineHand'
import { allSamples, pathThrough } from '../ribbon/ribbonScales'
import { colouredPaths } from '../ribbon/speedColours'
import { useCursorStation, useMoveCursor } from '../ribbon/trackCursor'
import { useConeHold } from '../ribbon/useConeHold'
import { useSize } from '../ribbon/useSize'
import { CornerBadge } from './CornerBadge'
import { fitToView, type Fit } from './fitToView'
import { MapFrame } from './MapFrame'
import { MapTrack } from './MapTrack'
import { SpeedKey } from './SpeedKey'
import { useMapZoom } from './useMapZoom'
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
}

/** Pixels a metre that a chosen corner is shown at. */
const CORNER_PX_PER_M = 3.2
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
}: TrackMapProps) {
  const { tokens } = useTheme()
  const { ref: frame, width, height } = useSize<HTMLDivElement>()
  const svg = useRef<SVGSVGElement>(null)
  const { track, path, trace } = solution
  const fit = useMemo(() => fitToView(track, width, Math.max(0, height - KEY_PX)), [track, width, height])
  const { transform, show, by } = useMapZoom(svg, width, height)
  const moveCursor = useMoveCursor()
  const lines = useMemo(
    () => colouredPaths(trace.speedMps, allSamples(track.count, track.closed), (i) => [fit.x(path.x[i]!), fit.y(path.y[i]!)], tokens.speed),
    [trace, track, path, fit, tokens],
  )
  const apex = solution.corners.find((c) => c.number === corner)?.points.apex
  const apexX = apex?.x
  const apexY = apex?.y
  useEffect(() => {
    show(
      apexX === undefined || apexY === undefined
        ? null
        : { x: fit.x(apexX), y: fit.y(apexY), k: Math.max(1, CORNER_PX_PER_M / fit.pxPerM) },
    )
  }, [apexX, apexY, fit, show])

  const { k } = transform
  const onGround = (event: PointerEvent) => {
    const [px, py] = transform.invert(pointer(event.nativeEvent, svg.current))
    return nearestOnTrack(track, fit.toEast(px), fit.toNorth(py))
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
            <path key={p.colour} d={p.d} fill="none" stroke={p.colour} strokeWidth={(3.6 * tokens.weight) / k} strokeLinecap="round" />
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
              offsetAt={(event, stationM) => {
                const [px, py] = transform.invert(pointer(event.nativeEvent, svg.current))
                const middle = placeAt(track, stationM, 0)
                const left = placeAt(track, stationM, 1)
                return (fit.toEast(px) - middle.x) * (left.x - middle.x) + (fit.toNorth(py) - middle.y) * (left.y - middle.y)
              }}
              place={(stationM, offsetM) => {
                const at = placeAt(track, stationM, offsetM)
                return { x: fit.x(at.x), y: fit.y(at.y) }
              }}
            />
          )}
          {otherwise.map((run) => (
            <path
              key={run[0]!.stationM}
              d={run
                .map(({ stationM, offsetM }, i) => {
                  const at = placeAt(track, stationM, offsetM)
                  return `${i === 0 ? 'M' : 'L'}${fit.x(at.x).toFixed(3)},${fit.y(at.y).toFixed(3)}`
                })
                .join('')}
              fill="none"
              stroke={tokens.ink}
              strokeWidth={(2.4 * tokens.weight) / k}
              strokeDasharray={`${7 / k} ${5 / k}`}
            >
              <title>What-if line</title>
            </path>
          ))}
          {solution.corners.map((c) => (
            <CornerBadge
              key={c.number}
              solution={solution}
              corner={c}
              fit={fit}
              k={k}
              selected={c.number === corner}
              margin={margins ? (margins.get(c.number) ?? { text: '–', unsafe: false }) : null}
              onPick={() => onCorner(c.number === corner ? null : c.number)}
            />
          ))}
          {cones.map((cone) => (
            <g
              key={cone.id}
              data-cone={cone.id}
              transform={`translate(${fit.x(cone.x)},${fit.y(cone.y)}) scale(${1 / k})`}
              style={{ cursor: onConeDrag ? 'grab' : 'default' }}
              {...hold(cone)}
            >
              <title>{`${cone.duty} cone, corner ${cone.cornerNumber}: ${cone.foundBy}`}</title>
              <circle r={12} fill="transparent" />
              <DutyMark duty={cone.duty} scheme={scheme} scale={k > 2 ? 1.1 : 0.78} selected={cone.id === selectedCone} />
              {cone.moved && <path d="M-7,10 h14" stroke={tokens.ink} strokeWidth={2} />}
            </g>
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

function CursorDot({ solution, fit, k }: { solution: PlanSolution; fit: Fit; k: number }) {
  const { tokens } = useTheme()
  const station = useCursorStation()
  if (station === null) return null
  const { track, path } = solution
  const i = Math.min(track.count - 1, Math.round(station / track.stepM))
  return (
    <circle
      cx={fit.x(path.x[i]!)}
      cy={fit.y(path.y[i]!)}
      r={7 / k}
      fill="none"
      stroke={tokens.ink}
      strokeWidth={2 / k}
      pointerEvents="none"
    />
  )
}
