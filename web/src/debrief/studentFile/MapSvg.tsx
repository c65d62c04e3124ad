import { placeAt, type PlanSolution } from '@ochote/core'
import { fitToView } from '../../trackMap/fitToView'

const SIZE = { width: 640, height: 420, padding: 34 }
const NUMBER_OFFSET_M = 16

/** The circuit with the planned line and the corners’ numbers; those to work on are filled. */
export function MapSvg({ solution, workedOn }: { solution: PlanSolution; workedOn: ReadonlySet<string> }) {
  const { track, path } = solution
  const { width, height, padding } = SIZE
  const fit = fitToView(track, width, height, padding)
  const through = (x: (i: number) => number, y: (i: number) => number) => {
    let d = ''
    for (let i = 0; i < track.count; i += 2) d += `${i === 0 ? 'M' : 'L'}${fit.x(x(i)).toFixed(1)},${fit.y(y(i)).toFixed(1)}`
    return track.closed ? `${d}Z` : d
  }
  const edge = (half: Float64Array, sign: 1 | -1) =>
    through(
      (i) => track.x[i]! - Math.sin(track.headingRad[i]!) * sign * half[i]!,
      (i) => track.y[i]! + Math.cos(track.headingRad[i]!) * sign * half[i]!,
    )
  const [a, b] = [placeAt(track, 0, track.halfLeftM[0]! + 3), placeAt(track, 0, -track.halfRightM[0]! - 3)]
  return (
    <svg viewBox={`0 0 ${width} ${height}`} role="img" aria-label={`Map of ${track.circuit.name}, with the planned line`}>
      <path d={edge(track.halfLeftM, 1)} className="edge" />
      <path d={edge(track.halfRightM, -1)} className="edge" />
      <path
        d={through(
          (i) => path.x[i]!,
          (i) => path.y[i]!,
        )}
        className="line"
      />
      <line x1={fit.x(a.x)} y1={fit.y(a.y)} x2={fit.x(b.x)} y2={fit.y(b.y)} className="start" />
      {solution.corners.map((corner) => {
        const at = corner.points.apex?.stationM ?? corner.startM
        const side = corner.direction === 'left' ? 1 : -1
        const { x, y } = placeAt(track, at, side * (NUMBER_OFFSET_M / Math.max(0.4, fit.pxPerM) + 6))
        const isWorkedOn = workedOn.has(corner.number)
        return (
          <g key={corner.number} className={isWorkedOn ? 'corner on' : 'corner'}>
            <circle cx={fit.x(x)} cy={fit.y(y)} r={12} />
            <text x={fit.x(x)} y={fit.y(y) + 5} textAnchor="middle">
              {corner.number}
            </text>
          </g>
        )
      })}
    </svg>
  )
}
