import type { CornerPicture } from '@ochote/core'
import type { Units } from '@ochote/contracts'
import { layOutPicture, pictureWords } from '../recordings/pictureLayout'

interface PictureSvgProps {
  picture: CornerPicture
  units: Units
  /** in letters’ own units */
  box: { readonly width: number; readonly height: number; readonly type: number }
}

/** A corner's picture as plain SVG. The caller styles its classes. */
export function PictureSvg({ picture, units, box }: PictureSvgProps) {
  const { left, right, strips, marks, faultX } = layOutPicture(picture, box, units)
  return (
    <svg viewBox={`0 0 ${box.width} ${box.height}`} role="img" aria-label={pictureWords(picture)}>
      {strips.map((strip) => (
        <g key={strip.title}>
          {marks.map(({ x }) => (
            <line key={x} x1={x} x2={x} y1={strip.top} y2={strip.bottom} className="mark" />
          ))}
          <line x1={left} x2={right} y1={strip.bottom} y2={strip.bottom} className="rule" />
          <text x={left - 6} y={strip.top + box.type} textAnchor="end">
            {strip.high}
          </text>
          <text x={left - 6} y={strip.bottom} textAnchor="end">
            {strip.low}
          </text>
          <path d={strip.planned} className="planned" />
          <path d={strip.driven} className="driven" />
          <text x={left} y={strip.top - 4}>
            {strip.title}
          </text>
        </g>
      ))}
      {marks.map(({ x, name }) =>
        name === null ? null : (
          <text key={x} x={x} y={box.height - 2} textAnchor="middle">
            {name}
          </text>
        ),
      )}
      {faultX !== null && <path d={`M${faultX - 7},${strips[0]!.top}h14l-7,12z`} className="fault" />}
    </svg>
  )
}
