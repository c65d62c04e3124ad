import { useTheme } from '@mui/material'
import { useLayoutEffect, useMemo, useRef } from 'react'
import type { PlanSolution } from '@ochote/core'
import { lanes as ribbonLanes, shownSamples, type RibbonScales } from '../ribbon/ribbonScales'
import type { LapInk } from './lapInks'
import { lacks, type PlacedLane } from './traceLanes'

interface TraceCanvasProps {
  solution: PlanSolution
  scales: RibbonScales
  width: number
  height: number
  lanes: readonly PlacedLane[]
  /** in the order of the lanes' values */
  inks: readonly LapInk[]
}

/** Traces of laps by station, under the ribbon and on its scale. A canvas draws ten laps of many values fast enough to follow a hand. */
export function TraceCanvas({ solution, scales, width, height, lanes, inks }: TraceCanvasProps) {
  const { tokens, typography } = useTheme()
  const canvas = useRef<HTMLCanvasElement>(null)
  const marks = useMemo(() => marksOf(solution), [solution])
  useLayoutEffect(() => {
    const context = canvas.current?.getContext('2d')
    if (!context) return
    const dense = window.devicePixelRatio || 1
    canvas.current!.width = Math.round(width * dense)
    canvas.current!.height = Math.round(height * dense)
    context.setTransform(dense, 0, 0, dense, 0, 0)
    context.clearRect(0, 0, width, height)
    const { track } = solution
    const { from, to } = shownSamples(scales, { ...track, closed: false })
    const x = (i: number) => scales.x(track.stationM[i]!)
    context.font = `10.5px ${typography.fontFamily ?? 'sans-serif'}`
    for (const placed of lanes) {
      const { lane, topPx, y, values } = placed
      const bottomPx = topPx + lane.heightPx
      context.save()
      context.beginPath()
      context.rect(ribbonLanes.left, topPx - 2, width - ribbonLanes.left, lane.heightPx + 4)
      context.clip()
      line(context, tokens.hairline, 1, [ribbonLanes.left, bottomPx], [width, bottomPx])
      const [low, high] = y.domain() as [number, number]
      if (low < 0 && high > 0) line(context, tokens.edge, 1, [ribbonLanes.left, y(0)], [width, y(0)])
      // where the plan has this: what is driven is read against it
      context.setLineDash([3, 3])
      for (const stationM of marks[lane.name] ?? [])
        line(context, tokens.inkSoft, 1, [scales.x(stationM), topPx], [scales.x(stationM), bottomPx])
      values.forEach((own, k) => {
        if (!own) return
        const ink = inks[k]!
        context.strokeStyle = ink.colour
        context.lineWidth = 1.6 * tokens.weight
        context.setLineDash([...ink.dash])
        context.beginPath()
        let isOpen = false
        for (let i = from; i <= to; i++) {
          const value = own[i]!
          if (Number.isNaN(value)) isOpen = false
          else if (isOpen) context.lineTo(x(i), y(value))
          else {
            context.moveTo(x(i), y(value))
            isOpen = true
          }
        }
        context.stroke()
      })
      context.restore()
      context.setLineDash([])
      const unit = lane.unit()
      context.fillStyle = tokens.inkSoft
      context.textAlign = 'right'
      if (!lacks(placed)) {
        context.fillText(high.toFixed(lane.digits), ribbonLanes.left - 5, topPx + 9)
        context.fillText(low.toFixed(lane.digits), ribbonLanes.left - 5, bottomPx)
      }
      context.textAlign = 'left'
      halo(
        context,
        lacks(placed) ? `${lane.says}: not recorded` : unit === '' ? lane.says : `${lane.says}, ${unit}`,
        ribbonLanes.left + 5,
        topPx + 9,
        tokens.ground,
      )
    }
  }, [solution, scales, width, height, lanes, inks, tokens, typography, marks])
  return <canvas ref={canvas} aria-hidden style={{ width, height, display: 'block' }} />
}

function line(
  context: CanvasRenderingContext2D,
  colour: string,
  widthPx: number,
  [x0, y0]: [number, number],
  [x1, y1]: [number, number],
): void {
  context.strokeStyle = colour
  context.lineWidth = widthPx
  context.beginPath()
  context.moveTo(x0, y0)
  context.lineTo(x1, y1)
  context.stroke()
}

/** A figure that is read over lines. */
function halo(context: CanvasRenderingContext2D, text: string, x: number, y: number, ground: string): void {
  // wide enough that no piece of a line is left between the letters
  context.lineWidth = 7
  context.lineJoin = 'round'
  context.strokeStyle = ground
  context.strokeText(text, x, y)
  context.fillText(text, x, y)
}

/** Where the plan brakes, turns, is slowest and comes back on the throttle, by the lane that shows it. */
function marksOf({ corners }: PlanSolution): Readonly<Partial<Record<string, readonly number[]>>> {
  const at = (point: 'brakeStart' | 'turnIn' | 'minSpeed' | 'throttleOn') =>
    corners.flatMap((corner) => corner.points[point]?.stationM ?? [])
  return { brake: at('brakeStart'), wheel: at('turnIn'), speed: at('minSpeed'), throttle: at('throttleOn') }
}
