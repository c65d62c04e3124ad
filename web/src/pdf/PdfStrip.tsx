import { Path, Svg, Text as SvgText } from '@react-pdf/renderer'
import type { MarkerScheme } from '@ochote/contracts'
import { stationsApart, wrapStation, type Cone, type PlanSolution } from '@ochote/core'
import { dutyShapes } from '../cones/dutyShapes'
import { PDF_FONT } from './pdfFonts'
import { pdfInk } from './pdfStyles'

interface PdfStripProps {
  solution: PlanSolution
  cones: readonly Cone[]
  scheme: MarkerScheme
  /** numbers of the section's corners, in their order */
  corners: readonly string[]
  width: number
  height: number
}

/** Shown before the first corner's first mark and after the last corner, m. */
const AROUND_M = 30
const FOOT_PT = 10

/** A section of the lap laid out straight, with its marks, for print. */
export function PdfStrip({ solution, cones, scheme, corners, width, height }: PdfStripProps) {
  const { track, line } = solution
  const first = solution.corners.find((c) => c.number === corners[0])!
  const last = solution.corners.find((c) => c.number === corners[corners.length - 1])!
  const from = (first.points.brakeStart ?? first.points.lift)?.stationM ?? first.startM
  const startM = wrapStation(track, from - AROUND_M)
  const lengthM = stationsApart(track, startM, last.endM) + AROUND_M
  const widest = Math.max(...track.halfLeftM, ...track.halfRightM) + 1
  const band = height - FOOT_PT
  const x = (stationM: number) => (stationsApart(track, startM, stationM) / lengthM) * width
  const y = (offsetM: number) => band / 2 - (offsetM / widest) * (band / 2)
  const steps = Math.floor(lengthM / track.stepM)
  const through = (offset: (i: number) => number) => {
    let d = ''
    for (let k = 0; k <= steps; k++) {
      const i = Math.round(wrapStation(track, startM + k * track.stepM) / track.stepM) % track.count
      d += `${k === 0 ? 'M' : 'L'}${((k / steps) * width).toFixed(1)},${y(offset(i)).toFixed(1)}`
    }
    return d
  }
  const shown = cones.filter((c) => stationsApart(track, startM, c.stationM) <= lengthM)
  return (
    <Svg width={width} height={height} viewBox={`0 0 ${width} ${height}`}>
      <Path d={through((i) => track.halfLeftM[i]!)} stroke={pdfInk.edge} strokeWidth={0.8} fill="none" />
      <Path d={through((i) => -track.halfRightM[i]!)} stroke={pdfInk.edge} strokeWidth={0.8} fill="none" />
      <Path d={through((i) => line.offsetM[i]!)} stroke={pdfInk.action} strokeWidth={1.3} fill="none" />
      {shown.map((cone) => (
        <Path
          key={cone.id}
          d={dutyShapes[cone.duty]}
          transform={`translate(${x(cone.stationM).toFixed(1)} ${y(cone.offsetM).toFixed(1)}) scale(0.5)`}
          fill={scheme.looks[cone.duty].hex}
          stroke={pdfInk.ink}
          strokeWidth={1.6}
        />
      ))}
      {corners.map((number) => {
        const corner = solution.corners.find((c) => c.number === number)!
        return (
          <SvgText
            key={number}
            x={x(corner.points.apex?.stationM ?? corner.startM)}
            y={height - 1}
            textAnchor="middle"
            style={{ fontSize: 7.5, fontFamily: PDF_FONT, fontWeight: 700 }}
          >
            {`corner ${number}`}
          </SvgText>
        )
      })}
    </Svg>
  )
}
