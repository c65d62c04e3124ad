import { scaleLinear } from 'd3-scale'
import { dutyMeanings, dutyShapes } from '../../cones/dutyShapes'
import { distance } from '../../format/format'
import { pathThrough } from '../../ribbon/ribbonScales'
import { speedStrokes } from '../../ribbon/speedStrokes'
import type { OpenStint } from '../../stint/openStint'

/** A phone shows a third of a lap in a row. */
const ROWS = 3
const BOX = { width: 440, height: 132, left: 8, right: 8, top: 34, bottom: 104 }
const VERGE_M = 3
const AXIS_TICKS = 5

interface RibbonSvgProps extends Pick<OpenStint, 'solution' | 'cones' | 'scheme'> {
  workedOn: ReadonlySet<string>
}

/** The road unrolled in rows: the planned line, wide where it is slow, and the cones in their colours and shapes. */
export function RibbonSvg({ solution, cones, scheme, workedOn }: RibbonSvgProps) {
  const duties = [...new Set(cones.map(({ duty }) => duty))]
  return (
    <figure>
      {Array.from({ length: ROWS }, (_, row) => (
        <Row key={row} row={row} {...{ solution, cones, scheme, workedOn }} />
      ))}
      <ul className="legend">
        {duties.map((duty) => (
          <li key={duty}>
            <svg viewBox="-8 -8 16 16" aria-hidden="true">
              <path d={dutyShapes[duty]} className="cone" style={{ fill: scheme.looks[duty].hex }} />
            </svg>
            {duty}: {dutyMeanings[duty]}
          </li>
        ))}
      </ul>
      <figcaption>The road unrolled: left is above, right below. The line is wide where the plan is slow. It is an estimate.</figcaption>
    </figure>
  )
}

function Row({ row, solution, cones, scheme, workedOn }: RibbonSvgProps & { row: number }) {
  const { track, line, trace, corners } = solution
  const [fromM, toM] = [(row * track.lengthM) / ROWS, ((row + 1) * track.lengthM) / ROWS]
  const widest = track.halfLeftM.reduce((most, half, i) => Math.max(most, half, track.halfRightM[i]!), 0) + VERGE_M
  const x = scaleLinear([fromM, toM], [BOX.left, BOX.width - BOX.right])
  const y = scaleLinear([widest, -widest], [BOX.top, BOX.bottom])
  // the last row ends at the last sample: the one after it is the first of the lap, at the other end of the page
  const samples = { from: Math.ceil(fromM / track.stepM), to: Math.min(track.count - 1, Math.floor(toM / track.stepM)) }
  const at = (k: number) => x(k * track.stepM)
  const isHere = (stationM: number) => stationM >= fromM && stationM < toM
  const through = (offsetM: (i: number) => number) => pathThrough(track.count, samples, at, (i) => y(offsetM(i)))
  return (
    <svg
      viewBox={`0 0 ${BOX.width} ${BOX.height}`}
      role="img"
      aria-label={`The road from ${distance(fromM)} to ${distance(toM)}, with the cones`}
    >
      <path d={through((i) => track.halfLeftM[i]!)} className="edge" />
      <path d={through((i) => -track.halfRightM[i]!)} className="edge" />
      {speedStrokes(trace.speedMps, samples, (i) => [at(i), y(line.offsetM[i % track.count]!)]).map(({ widthPx, d }) => (
        <path key={widthPx} d={d} className="line" style={{ strokeWidth: widthPx }} />
      ))}
      {cones
        .filter(({ stationM }) => isHere(stationM))
        .map(({ id, duty, stationM, offsetM }) => (
          <path
            key={id}
            d={dutyShapes[duty]}
            transform={`translate(${x(stationM).toFixed(1)},${y(offsetM).toFixed(1)})`}
            className="cone"
            style={{ fill: scheme.looks[duty].hex }}
          />
        ))}
      {corners.map(({ number, points, startM }) => {
        const stationM = points.apex?.stationM ?? startM
        if (!isHere(stationM)) return null
        return (
          <g key={number} className={workedOn.has(number) ? 'corner on' : 'corner'}>
            <circle cx={x(stationM)} cy={14} r={12} />
            <text x={x(stationM)} y={19} textAnchor="middle">
              {number}
            </text>
          </g>
        )
      })}
      {x.ticks(AXIS_TICKS).map((tick) => (
        <text key={tick} x={x(tick)} y={BOX.height - 6} textAnchor={tick - fromM < 60 ? 'start' : toM - tick < 60 ? 'end' : 'middle'}>
          {distance(tick)}
        </text>
      ))}
    </svg>
  )
}
