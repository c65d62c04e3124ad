import { Box, useTheme } from '@mui/material'
import { useState, type PointerEvent } from 'react'
import type { Drawing } from '@ochote/contracts'

export type DrawTool = 'line' | 'arrow' | 'words'

interface DrawOverProps {
  drawing: Drawing
  /** null shows the drawing and takes no strokes */
  tool: DrawTool | null
  /** what is written where the picture is clicked */
  words: string
  onChange: (drawing: Drawing) => void
}

type At = [number, number]
/** Points nearer than this to the last one are left out: shares of the picture. */
const APART = 0.004
const MOST_POINTS = 400

/** A drawing over a paused picture: lines, arrows and words. */
export function DrawOver({ drawing, tool, words, onChange }: DrawOverProps) {
  const { tokens } = useTheme()
  const [stroke, setStroke] = useState<At[] | null>(null)
  const at = (event: PointerEvent<Element>): At => {
    const box = event.currentTarget.getBoundingClientRect()
    const share = (px: number, size: number) => Math.min(1, Math.max(0, px / size))
    return [share(event.clientX - box.left, box.width), share(event.clientY - box.top, box.height)]
  }
  const begin = (event: PointerEvent<SVGSVGElement>) => {
    if (tool === null) return
    if (tool === 'words') {
      if (words.trim() !== '') onChange({ ...drawing, words: [...drawing.words, { at: at(event), text: words.trim().slice(0, 80) }] })
      return
    }
    event.currentTarget.setPointerCapture(event.pointerId)
    setStroke([at(event)])
  }
  const go = (event: PointerEvent<SVGSVGElement>) => {
    if (!stroke) return
    const next = at(event)
    // an arrow is straight from where it began
    if (tool === 'arrow') setStroke([stroke[0]!, next])
    else if (Math.hypot(next[0] - stroke.at(-1)![0], next[1] - stroke.at(-1)![1]) > APART && stroke.length < MOST_POINTS)
      setStroke([...stroke, next])
  }
  const end = () => {
    if (stroke && stroke.length > 1 && (tool === 'line' || tool === 'arrow'))
      onChange({ ...drawing, strokes: [...drawing.strokes, { kind: tool, points: stroke }] })
    setStroke(null)
  }
  const strokes = stroke && tool !== 'words' && tool !== null ? [...drawing.strokes, { kind: tool, points: stroke }] : drawing.strokes
  const path = (points: readonly (readonly number[])[]) =>
    points.map(([x, y], k) => `${k === 0 ? 'M' : 'L'}${(1600 * x!).toFixed(1)},${(900 * y!).toFixed(1)}`).join('')
  return (
    <Box
      component="svg"
      viewBox="0 0 1600 900"
      preserveAspectRatio="none"
      role="img"
      aria-label={`Drawing: ${drawing.strokes.length} strokes${drawing.words.length > 0 ? `, “${drawing.words.map(({ text }) => text).join('”, “')}”` : ''}`}
      sx={{
        position: 'absolute',
        inset: 0,
        width: '100%',
        height: '100%',
        touchAction: 'none',
        cursor: tool ? 'crosshair' : 'default',
        pointerEvents: tool ? 'auto' : 'none',
      }}
      onPointerDown={begin}
      onPointerMove={go}
      onPointerUp={end}
      onPointerCancel={end}
    >
      <defs>
        <marker id="arrow-head" viewBox="0 0 10 10" refX="8" refY="5" markerWidth="5" markerHeight="5" orient="auto">
          <path d="M0,0 L10,5 L0,10 Z" fill={tokens.raised} />
        </marker>
      </defs>
      {strokes.map(({ kind, points }, k) => (
        <g key={k} fill="none" strokeLinecap="round" strokeLinejoin="round">
          <path d={path(points)} stroke={tokens.ink} strokeWidth={18} opacity={0.6} />
          <path d={path(points)} stroke={tokens.raised} strokeWidth={9} {...(kind === 'arrow' ? { markerEnd: 'url(#arrow-head)' } : {})} />
        </g>
      ))}
      {drawing.words.map(({ at: [x, y], text }, k) => (
        <text
          key={k}
          x={1600 * x}
          y={900 * y}
          fontSize={56}
          fontWeight={700}
          fill={tokens.raised}
          stroke={tokens.ink}
          strokeWidth={12}
          paintOrder="stroke"
        >
          {text}
        </text>
      ))}
    </Box>
  )
}
