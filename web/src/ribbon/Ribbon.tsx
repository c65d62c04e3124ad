import { Box, useTheme } from '@mui/material'
import { pointer } from 'd3-selection'
import { useEffect, useMemo, useRef, type PointerEvent, type ReactNode } from 'react'
import type { MarkerScheme } from '@ochote/contracts'
import { coneOffset, stationsApart, wrapStation, type Cone, type PlanSolution } from '@ochote/core'
import { ConeMark } from './ConeMark'
import { CornerHandle } from './CornerHandle'
import { CursorLine } from './CursorLine'
import { DistanceAxis } from './DistanceAxis'
import { LineHandle } from './LineHandle'
import type { LineHand } from './lineHand'
import { NoteMark, noteX, stackOf, type RibbonNote } from './NoteMark'
import { RibbonCalls, type RibbonCall } from './RibbonCalls'
import { RibbonFeet } from './RibbonFeet'
import { RibbonTrack } from './RibbonTrack'
import { speedStrokes } from './speedStrokes'
import { lanes, pathThrough, ribbonHeight, ribbonScales, shownSamples, type RibbonScales } from './ribbonScales'
import { useMoveCursor } from './trackCursor'
import { useRibbonZoom } from './useRibbonZoom'
import { useConeHold } from './useConeHold'
import { useSize } from './useSize'

/** Where a cone is being dragged to. */
export interface ConePlace {
  stationM: number
  offsetM: number
}

export interface RibbonProps {
  solution: PlanSolution
  cones: readonly Cone[]
  scheme: MarkerScheme
  corner: string | null
  onCorner: (number: string | null) => void
  selectedCone?: string | null
  onCone?: (id: string) => void
  /** called while a cone is dragged, and once more when it is let go */
  onConeDrag?: (id: string, place: ConePlace, done: boolean) => void
  /** where the line can be dragged */
  hand?: LineHand | null
  /** what each corner is for, by number */
  priorityOverrides?: ReadonlyMap<string, string>
  notes?: readonly RibbonNote[]
  /** what is called on the lap, in a lane of its own */
  calls?: readonly RibbonCall[]
  /** what else is drawn on the lap, such as the car */
  overlay?: (scales: RibbonScales) => ReactNode
  /** leaves the lane of brake, power and speed out */
  compact?: boolean
  /** what stands under the band on the same scale, and moves with it; compact ribbons only */
  below?: RibbonBelow
}

/** Something under the band, such as traces of laps. */
export interface RibbonBelow {
  readonly heightPx: number
  readonly draw: (scales: RibbonScales, width: number) => ReactNode
}

const AROUND_CORNER_M = 170
/** A mark so near outside the window is still drawn: part of it shows. */
const NEAR_PX = 20
/** What stands under the band begins here. */
const BELOW_TOP_PX = lanes.top + lanes.band + 6

/** One lap laid out straight: distance to the right, the left edge of the track on top, width stretched. */
export function Ribbon({
  solution,
  cones,
  scheme,
  corner,
  onCorner,
  selectedCone = null,
  onCone,
  onConeDrag,
  hand = null,
  priorityOverrides,
  notes = [],
  calls,
  overlay,
  compact = false,
  below,
}: RibbonProps) {
  const height = ribbonHeight(compact, calls !== undefined) + (below?.heightPx ?? 0)
  const { tokens } = useTheme()
  const { ref: frame, width } = useSize<HTMLDivElement>()
  const svg = useRef<SVGSVGElement>(null)
  const { track, line, trace } = solution
  const whole = useMemo(() => ribbonScales(track, width), [track, width])
  const { transform, show } = useRibbonZoom(svg, width, height)
  const scales: RibbonScales = useMemo(() => ({ ...whole, x: transform.rescaleX(whole.x) }), [whole, transform])
  const moveCursor = useMoveCursor()
  const chosen = solution.corners.find((c) => c.number === corner)
  const from = chosen?.startM
  const to = chosen?.endM
  useEffect(() => {
    if (from === undefined || to === undefined) show(null)
    else {
      const end = to < from ? track.lengthM : to
      show({ from: whole.x(Math.max(0, from - AROUND_CORNER_M)), to: whole.x(Math.min(track.lengthM, end + AROUND_CORNER_M)) })
    }
  }, [from, to, show, whole, track.lengthM])

  const paths = useMemo(
    () =>
      speedStrokes(trace.speedMps, shownSamples(scales, { ...track, closed: false }), (i) => [
        scales.x(track.stationM[i]!),
        scales.y(line.offsetM[i]!),
      ]),
    [trace, track, line, scales],
  )
  const stationAt = (event: PointerEvent) =>
    wrapStation(track, Math.min(track.lengthM, Math.max(0, scales.x.invert(pointer(event.nativeEvent, svg.current)[0]))))
  const [windowFrom, windowTo] = scales.x.range() as [number, number]
  const inWindow = ({ stationM }: { stationM: number }) =>
    scales.x(stationM) > windowFrom - NEAR_PX && scales.x(stationM) < windowTo + NEAR_PX
  const drag = (cone: Cone, event: PointerEvent, done: boolean) => {
    const stationM = stationAt(event)
    onConeDrag?.(cone.id, { stationM, offsetM: coneOffset(track, cone.side, stationM) }, done)
  }
  const hold = useConeHold(onCone, onConeDrag && drag)
  return (
    <Box ref={frame} sx={{ position: 'relative', width: '100%', overflow: 'hidden', userSelect: 'none', touchAction: 'none' }}>
      {below && (
        <Box sx={{ position: 'absolute', top: BELOW_TOP_PX, left: 0, pointerEvents: 'none' }}>{width > 0 && below.draw(scales, width)}</Box>
      )}
      <svg
        ref={svg}
        width={width}
        height={height}
        viewBox={`0 0 ${width} ${height}`}
        style={{ position: 'relative', display: 'block', maxWidth: '100%', height: 'auto' }} // on paper it is as wide as the paper
        role="group"
        aria-label="The lap laid out straight, distance to the right, left edge on top"
        onPointerMove={(e) => moveCursor(stationAt(e))}
        onPointerLeave={() => moveCursor(null)}
      >
        <defs>
          <clipPath id="ribbon-clip">
            <rect x={lanes.left} y={0} width={Math.max(0, width - lanes.left)} height={height} />
          </clipPath>
        </defs>
        <text x={4} y={lanes.top + 12} fontSize={10.5} fill={tokens.inkSoft}>
          left
        </text>
        <text x={4} y={lanes.top + lanes.band - 5} fontSize={10.5} fill={tokens.inkSoft}>
          right
        </text>
        <g clipPath="url(#ribbon-clip)">
          <RibbonTrack track={track} features={solution.features} scales={scales} />
          {solution.corners.map((c) => (
            <CornerHandle
              key={c.number}
              name={c.name}
              number={c.number}
              purpose={priorityOverrides?.get(c.number) ?? ''}
              selected={c.number === corner}
              x={scales.x(wrapStation(track, c.startM + stationsApart(track, c.startM, c.endM) / 2))}
              fromX={scales.x(c.startM)}
              toX={scales.x(c.endM < c.startM ? track.lengthM : c.endM)}
              onPick={() => onCorner(c.number === corner ? null : c.number)}
            />
          ))}
          {paths.map((p) => (
            <path key={p.widthPx} d={p.d} fill="none" stroke={tokens.line} strokeWidth={p.widthPx * tokens.weight} strokeLinecap="round" />
          ))}
          {hand && (
            <LineHandle
              hand={hand}
              d={pathThrough(
                track.count,
                shownSamples(scales, track),
                (i) => scales.x(i * track.stepM),
                (i) => scales.y(line.offsetM[i]!),
              )}
              unit={1}
              stationAt={stationAt}
              offsetAt={(event) => scales.y.invert(pointer(event.nativeEvent, svg.current)[1])}
              place={(stationM, offsetM) => ({ x: scales.x(stationM), y: scales.y(offsetM) })}
            />
          )}
        </g>
        {!compact && <RibbonFeet solution={solution} scales={scales} />}
        <DistanceAxis scales={scales} lengthM={track.lengthM} bottom={height} />
        <g clipPath="url(#ribbon-clip)">
          {notes.map((note, n) => (
            <NoteMark key={note.id} note={note} x={noteX(scales, note.stationM, width)} stack={stackOf(notes, n, scales)} />
          ))}
          {calls && <RibbonCalls calls={calls} scales={scales} top={height - lanes.axis - lanes.calls} />}
          {cones.filter(inWindow).map((cone) => (
            <ConeMark
              key={cone.id}
              cone={cone}
              scheme={scheme}
              x={scales.x(cone.stationM)}
              y={scales.y(cone.offsetM)}
              scale={0.95}
              selected={cone.id === selectedCone}
              cursor={onConeDrag ? 'ew-resize' : 'default'}
              hold={hold(cone)}
            />
          ))}
          {overlay?.(scales)}
          <CursorLine scales={scales} bottom={height} />
        </g>
      </svg>
    </Box>
  )
}
