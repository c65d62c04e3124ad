import { Box, Typography } from '@mui/material'
import type { PlanSolution, RoomToBeWrong as Room } from '@ochote/core'
import { count, metres, speed } from '../format/format'

/** Unsafe first, then what is not known, then the least room. */
const order = { unsafe: 0, unknown: 1, room: 2 } as const
const worstFirst = (rooms: readonly Room[]) =>
  [...rooms].sort((a, b) => order[a.verdict] - order[b.verdict] || (a.marginM ?? 0) - (b.marginM ?? 0))

const percent = (share: number) => `${Math.floor(share * 100)} %`

/** What is found of a corner's room, in words with its numbers. */
export function roomWords({ verdict, marginM, surface, obstacleSpeedMps, coneEarlierM, paceShare }: Room): string {
  switch (verdict) {
    case 'room':
      return marginM === null ? 'straight on stays on the road' : `${metres(marginM)} left`
    case 'unknown':
      return 'not known: the circuit’s file has no run-off there'
    case 'unsafe': {
      const ways = [
        ...(coneEarlierM === null ? [] : [`the brake cone ${Math.ceil(coneEarlierM)} m earlier`]),
        ...(paceShare === null ? [] : [`${percent(paceShare)} of this pace`]),
      ]
      const hit = `unsafe: ${metres(-(marginM ?? 0))} short over the ${surface ?? 'edge'}, ${speed(obstacleSpeedMps ?? 0)} at the first thing that can be hit`
      return ways.length > 0 ? `${hit}. It needs ${ways.join(' or ')}` : `${hit}. No earlier cone or lower pace found is enough`
    }
  }
}

/** Room at every corner that is braked for, if the student is a second late and goes straight on: the worst first. */
export function RoomToBeWrong({ solution, corner }: { solution: PlanSolution; corner: string | null }) {
  const shown = worstFirst(solution.room).filter((room) => corner === null || room.verdict === 'unsafe' || room.cornerNumber === corner)
  return (
    <Box component="section" aria-labelledby="room-to-be-wrong">
      <Typography id="room-to-be-wrong" variant="h2" sx={{ mt: 2.5, mb: 0.5 }}>
        Room to be wrong
      </Typography>
      <Typography variant="caption" color="text.secondary" component="p" sx={{ mb: 0.5 }}>
        A second late at the brake cone where it stands, then straight on as hard as it brakes.
      </Typography>
      {shown.length === 0 && (
        <Typography variant="body2">{corner === null ? 'No corner is braked for.' : `Corner ${corner} is not braked for.`}</Typography>
      )}
      <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0 }}>
        {shown.map((room) => (
          <Typography component="li" variant="body2" key={room.cornerNumber} sx={{ display: 'flex', gap: 1, py: 0.25, px: 0.75 }}>
            <Box component="span" sx={{ fontWeight: 750, minWidth: 26 }}>
              {room.cornerNumber}
            </Box>
            <Box
              component="span"
              sx={{ color: room.verdict === 'unsafe' ? 'error.main' : room.verdict === 'unknown' ? 'warning.main' : 'inherit' }}
            >
              {roomWords(room)}
            </Box>
          </Typography>
        ))}
      </Box>
    </Box>
  )
}

/** How many corners are unsafe, wherever a plan is summed up; nothing where none is. */
export function UnsafeCorners({ solution }: { solution: PlanSolution }) {
  const unsafe = solution.room.filter((room) => room.verdict === 'unsafe').length
  if (unsafe === 0) return null
  return (
    <Typography variant="body2" component="span" color="error" sx={{ fontWeight: 700 }}>
      {' '}
      · {count(unsafe, 'corner')} unsafe
    </Typography>
  )
}
