import { useTheme } from '@mui/material'
import type { RoomToBeWrong } from '@ochote/core'
import { distance } from '../format/format'

const WIDTH = 260
const HEIGHT = 30

/** From the brake cone straight on, to scale: late, then braking to a stop, against the edge and the first obstacle. */
export function RoomBar({ room, longestM }: { room: RoomToBeWrong; longestM: number }) {
  const { tokens } = useTheme()
  const x = (m: number) => (m / longestM) * (WIDTH - 4)
  const { reactionM, brakingM, toEdgeM, toObstacleM, verdict } = room
  const stopsM = reactionM + brakingM
  const words = [
    `stops ${distance(stopsM)} from the cone, ${distance(reactionM)} of it late`,
    ...(toEdgeM === null ? [] : [`the edge at ${distance(toEdgeM)}`]),
    ...(toObstacleM === null ? [] : [`the first obstacle at ${distance(toObstacleM)}`]),
  ].join('; ')
  return (
    <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} width="100%" height={HEIGHT} preserveAspectRatio="xMinYMid meet" role="img" aria-label={words}>
      <line x1={0} x2={x(reactionM)} y1={9} y2={9} stroke={tokens.ink} strokeWidth={2.5} strokeDasharray="3 3" />
      <line x1={x(reactionM)} x2={x(stopsM)} y1={9} y2={9} stroke={verdict === 'unsafe' ? tokens.unsafe : tokens.ink} strokeWidth={5} />
      {toEdgeM !== null && toEdgeM <= longestM && (
        <g>
          <line x1={x(toEdgeM)} x2={x(toEdgeM)} y1={2} y2={17} stroke={tokens.edge} strokeWidth={1.5} />
          <text x={x(toEdgeM)} y={28} fontSize={9.5} textAnchor="end" fill={tokens.inkSoft}>
            edge
          </text>
        </g>
      )}
      {toObstacleM !== null && toObstacleM <= longestM && (
        <g>
          <path d={`M${x(toObstacleM)},1 v17`} stroke={tokens.unsafe} strokeWidth={3.5} />
          <text x={Math.min(WIDTH, x(toObstacleM) + 3)} y={28} fontSize={9.5} textAnchor="end" fill={tokens.ink}>
            {distance(toObstacleM)}
          </text>
        </g>
      )}
    </svg>
  )
}
