import { distance } from '../../format/format'
import { Box, useTheme } from '@mui/material'
import { pointer } from 'd3-selection'
import { useMemo, useRef, useState, type PointerEvent } from 'react'
import { useSize } from '../../ribbon/useSize'
import { ScaleBar } from '../ScaleBar'
import { sheetCurve, type Spot } from './sheetCircuit'

interface SheetProps {
  spots: readonly Spot[]
  closed: boolean
  acrossM: number
  trackM: number
  onChange: (spots: readonly Spot[]) => void
}

/** Grid lines are about this many pixels apart. */
const GRID_PX = 60
/** A curve across the sheet is drawn with about this many points. */
const CURVE_POINTS = 400

/** An empty sheet with a grid and a scale. Clicking adds points, and points can be dragged. */
export function Sheet({ spots, closed, acrossM, trackM, onChange }: SheetProps) {
  const { tokens } = useTheme()
  const { ref, width, height } = useSize<HTMLDivElement>()
  const svg = useRef<SVGSVGElement>(null)
  const held = useRef<number | null>(null)
  const [moving, setMoving] = useState<readonly Spot[] | null>(null)
  const pxPerM = Math.max(0.001, width / acrossM)
  const gridM = 10 ** Math.round(Math.log10(GRID_PX / pxPerM))
  const lines = (extentPx: number) => {
    const half = Math.floor(extentPx / pxPerM / 2 / gridM)
    return Array.from({ length: 2 * half + 1 }, (_, i) => (i - half) * gridM)
  }
  const shown = moving ?? spots
  const px = ({ x, y }: Spot) => ({ x: width / 2 + x * pxPerM, y: height / 2 - y * pxPerM })
  const spotOf = (event: PointerEvent): Spot => {
    const [x, y] = pointer(event.nativeEvent, svg.current)
    return { x: (x - width / 2) / pxPerM, y: (height / 2 - y) / pxPerM }
  }
  const curve = useMemo(() => sheetCurve(shown, closed, Math.max(2, acrossM / CURVE_POINTS)), [shown, closed, acrossM])
  const drawn = curve ?? shown
  const d =
    drawn.map((s, i) => `${i === 0 ? 'M' : 'L'}${px(s).x.toFixed(1)},${px(s).y.toFixed(1)}`).join('') +
    (closed && drawn.length > 2 ? 'Z' : '')
  return (
    <Box
      ref={ref}
      sx={{
        position: 'relative',
        height: { xs: 360, md: 540 },
        border: 1,
        borderColor: 'divider',
        touchAction: 'none',
        userSelect: 'none',
      }}
    >
      <svg
        ref={svg}
        width={width}
        height={height}
        role="group"
        aria-label={`Sheet of ${distance(acrossM)}, north up: click to add a point`}
        style={{ cursor: 'crosshair' }}
        onPointerDown={(e) => {
          if (e.button === 0 && held.current === null) onChange([...spots, spotOf(e)])
        }}
      >
        {lines(width).map((m) => (
          <line
            key={`x${m}`}
            x1={width / 2 + m * pxPerM}
            x2={width / 2 + m * pxPerM}
            y1={0}
            y2={height}
            stroke={tokens.hairline}
            strokeWidth={0.7}
          />
        ))}
        {lines(height).map((m) => (
          <line
            key={`y${m}`}
            x1={0}
            x2={width}
            y1={height / 2 - m * pxPerM}
            y2={height / 2 - m * pxPerM}
            stroke={tokens.hairline}
            strokeWidth={0.7}
          />
        ))}
        <path d={d} fill="none" stroke={tokens.asphalt} strokeWidth={trackM * pxPerM} strokeLinejoin="round" />
        <path d={d} fill="none" stroke={tokens.edge} strokeWidth={1.2} />
        {shown.map((spot, i) => (
          <circle
            key={i}
            cx={px(spot).x}
            cy={px(spot).y}
            r={i === 0 ? 7 : 5}
            fill={i === 0 ? tokens.action : tokens.raised}
            stroke={tokens.action}
            strokeWidth={2}
            style={{ cursor: 'move' }}
            onPointerDown={(e) => {
              e.stopPropagation()
              e.currentTarget.setPointerCapture(e.pointerId)
              held.current = i
            }}
            onPointerMove={(e) => {
              if (held.current === i) setMoving(spots.map((s, k) => (k === i ? spotOf(e) : s)))
            }}
            onPointerUp={() => {
              held.current = null
              if (moving) onChange(moving)
              setMoving(null)
            }}
          >
            <title>{i === 0 ? 'Start line' : `Point ${i + 1}`}</title>
          </circle>
        ))}
      </svg>
      <ScaleBar pxPerM={pxPerM} />
    </Box>
  )
}
