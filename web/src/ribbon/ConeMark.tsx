import { useTheme } from '@mui/material'
import type { SVGProps } from 'react'
import type { MarkerScheme } from '@ochote/contracts'
import type { Cone } from '@ochote/core'
import { DutyMark } from '../cones/DutyMark'

interface ConeMarkProps {
  cone: Cone
  scheme: MarkerScheme
  x: number
  y: number
  /** size of a pixel in the drawing's units */
  unit?: number
  scale: number
  selected: boolean
  cursor: string
  /** handlers of a hold and drag */
  hold: SVGProps<SVGGElement>
}

/** A cone in a drawing: its look by duty, a finger's width to hold it by, and a bar where it was moved by hand. */
export function ConeMark({ cone, scheme, x, y, unit = 1, scale, selected, cursor, hold }: ConeMarkProps) {
  const { tokens } = useTheme()
  return (
    <g data-cone={cone.id} transform={`translate(${x},${y}) scale(${unit})`} style={{ cursor }} {...hold}>
      <title>{`${cone.duty} cone, corner ${cone.cornerNumber}: ${cone.foundBy}`}</title>
      <circle r={12} fill="transparent" />
      <DutyMark duty={cone.duty} scheme={scheme} scale={scale} selected={selected} />
      {cone.moved && <path d="M-7,10 h14" stroke={tokens.ink} strokeWidth={2} />}
    </g>
  )
}
