import { G, Line, Path, Svg, Text as SvgText } from '@react-pdf/renderer'
import type { Units } from '@ochote/contracts'
import type { CornerPicture } from '@ochote/core'
import { layOutPicture } from '../recordings/pictureLayout'
import { PDF_FONT } from './pdfFonts'
import { pdfInk } from './pdfStyles'

interface PdfCornerPictureProps {
  picture: CornerPicture
  units: Units
  width: number
  height: number
}

/** How a fault looked on the lap where it was worst, beside the plan, for print. */
export function PdfCornerPicture({ picture, units, width, height }: PdfCornerPictureProps) {
  const type = 7
  const { left, right, bottom, strips, marks, faultX } = layOutPicture(picture, { width, height, type }, units)
  const words = { fontFamily: PDF_FONT, fontSize: type, fill: pdfInk.soft }
  return (
    <Svg width={width} height={height} viewBox={`0 0 ${width} ${height}`}>
      {marks.map(({ x, name }) => (
        <G key={x}>
          <Line x1={x} x2={x} y1={strips[0]!.top} y2={bottom} stroke={pdfInk.rule} strokeWidth={0.6} strokeDasharray="3 2" />
          {name ? (
            <SvgText x={x} y={height - 1} textAnchor="middle" style={words}>
              {name}
            </SvgText>
          ) : null}
        </G>
      ))}
      {strips.map((strip) => (
        <G key={strip.title}>
          <Line x1={left} x2={right} y1={strip.bottom} y2={strip.bottom} stroke={pdfInk.rule} strokeWidth={0.6} />
          <SvgText x={left - 3} y={strip.top + type} textAnchor="end" style={words}>
            {strip.high}
          </SvgText>
          <SvgText x={left - 3} y={strip.bottom} textAnchor="end" style={words}>
            {strip.low}
          </SvgText>
          <Path d={strip.planned} fill="none" stroke={pdfInk.soft} strokeWidth={1.2} strokeDasharray="1 2.5" />
          <Path d={strip.driven} fill="none" stroke={pdfInk.action} strokeWidth={1.5} />
          <SvgText x={left} y={strip.top - 2} style={words}>
            {strip.title}
          </SvgText>
        </G>
      ))}
      {faultX === null ? null : <Path d={`M${faultX - 4},${strips[0]!.top}h8l-4,6z`} fill={pdfInk.ink} />}
    </Svg>
  )
}
