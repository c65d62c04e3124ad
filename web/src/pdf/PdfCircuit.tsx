import { Circle, G, Line, Path, Svg, Text as SvgText } from '@react-pdf/renderer'
import { placeAt, type PlanSolution, type Cone } from '@ochote/core'
import type { MarkerScheme } from '@ochote/contracts'
import { dutyShapes } from '../cones/dutyShapes'
import { fitToView } from '../trackMap/fitToView'
import { PDF_FONT } from './pdfFonts'
import { pdfInk } from './pdfStyles'

interface PdfCircuitProps {
  solution: PlanSolution
  cones: readonly Cone[]
  scheme: MarkerScheme
  /** corners to number; every one where it is left out */
  numbered?: ReadonlySet<string>
  width: number
  height: number
}

const NUMBER_OFFSET_PT = 16
const PADDING_PT = 14

/** The circuit with its marks, for print. */
export function PdfCircuit({ solution, cones, scheme, numbered, width, height }: PdfCircuitProps) {
  const { track, path } = solution
  const fit = fitToView(track, width, height, PADDING_PT)
  const through = (x: (i: number) => number, y: (i: number) => number) => {
    let d = ''
    for (let i = 0; i < track.count; i++) d += `${i === 0 ? 'M' : 'L'}${fit.x(x(i)).toFixed(1)},${fit.y(y(i)).toFixed(1)}`
    return track.closed ? `${d}Z` : d
  }
  const edge = (half: Float64Array, sign: 1 | -1) =>
    through(
      (i) => track.x[i]! - Math.sin(track.headingRad[i]!) * sign * half[i]!,
      (i) => track.y[i]! + Math.cos(track.headingRad[i]!) * sign * half[i]!,
    )
  const start = [placeAt(track, 0, track.halfLeftM[0]! + 3), placeAt(track, 0, -track.halfRightM[0]! - 3)] as const
  return (
    <Svg width={width} height={height} viewBox={`0 0 ${width} ${height}`}>
      <Path d={edge(track.halfLeftM, 1)} stroke={pdfInk.edge} strokeWidth={0.7} fill="none" />
      <Path d={edge(track.halfRightM, -1)} stroke={pdfInk.edge} strokeWidth={0.7} fill="none" />
      <Path
        d={through(
          (i) => path.x[i]!,
          (i) => path.y[i]!,
        )}
        stroke={pdfInk.action}
        strokeWidth={1.1}
        fill="none"
      />
      <Line
        x1={fit.x(start[0].x)}
        y1={fit.y(start[0].y)}
        x2={fit.x(start[1].x)}
        y2={fit.y(start[1].y)}
        stroke={pdfInk.ink}
        strokeWidth={2}
      />
      {solution.corners.map((corner) => {
        if (!corner.points.apex || (numbered && !numbered.has(corner.number))) return null
        const inside = corner.direction === 'left' ? 1 : -1
        const place = placeAt(track, corner.points.apex.stationM, inside * (track.halfLeftM[0]! + NUMBER_OFFSET_PT / fit.pxPerM))
        const x = fit.x(place.x)
        const y = fit.y(place.y)
        return (
          <G key={corner.number}>
            <Circle cx={x} cy={y} r={8} fill="#ffffff" stroke={pdfInk.ink} strokeWidth={0.8} />
            <SvgText x={x} y={y + 3.4} style={{ fontSize: 9.5, fontWeight: 700, fontFamily: PDF_FONT }} textAnchor="middle">
              {corner.number}
            </SvgText>
          </G>
        )
      })}
      {cones.map((cone) => (
        <G key={cone.id} transform={`translate(${fit.x(cone.x)}, ${fit.y(cone.y)}) scale(0.5)`}>
          <Path d={dutyShapes[cone.duty]} fill={scheme.looks[cone.duty].hex} stroke={pdfInk.ink} strokeWidth={1.4} />
        </G>
      ))}
    </Svg>
  )
}
