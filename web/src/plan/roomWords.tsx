import { Typography } from '@mui/material'
import type { RoomToBeWrong as Room } from '@ochote/core'
import { count, metres, speed } from '../format/format'

/** Unsafe first, then what is not known, then the least room. */
const order = { unsafe: 0, unknown: 1, room: 2 } as const
export const worstFirst = (rooms: readonly Room[]) =>
  [...rooms].sort((a, b) => order[a.verdict] - order[b.verdict] || (a.marginM ?? 0) - (b.marginM ?? 0))

const percent = (share: number) => `${Math.floor(share * 100)} %`

/** What is found of a corner's room, in words with its numbers. */
export function roomWords({ verdict, marginM, surface, obstacleSpeedMps, coneEarlierM, paceShare }: Room): string {
  switch (verdict) {
    case 'room':
      return marginM === null ? 'going straight on stays on the road' : `${metres(marginM)} left`
    case 'unknown':
      return 'not known: the circuit’s file has no run-off here'
    case 'unsafe': {
      const ways = [
        ...(coneEarlierM === null ? [] : [`the brake cone ${Math.ceil(coneEarlierM)} m earlier`]),
        ...(paceShare === null ? [] : [`${percent(paceShare)} of this pace`]),
      ]
      const hit = `unsafe: ${metres(-(marginM ?? 0))} short over the ${surface ?? 'edge'}, ${speed(obstacleSpeedMps ?? 0)} at the first obstacle`
      return ways.length > 0 ? `${hit}. It needs ${ways.join(' or ')}` : `${hit}. No earlier cone or lower pace that was tried is enough`
    }
  }
}

/** A corner's margin as the circuit shows it. */
interface ShownMargin {
  readonly text: string
  readonly unsafe: boolean
}

/** The margins of the corners that are braked for, by number. */
export function marginsOf(rooms: readonly Room[]): ReadonlyMap<string, ShownMargin> {
  return new Map(
    rooms.map(({ cornerNumber, marginM, verdict }) => [
      cornerNumber,
      {
        unsafe: verdict === 'unsafe',
        text: verdict === 'unknown' || marginM === null ? '?' : `${marginM < 0 ? '−' : '+'}${Math.abs(marginM).toFixed(0)} m`,
      },
    ]),
  )
}

/** How many corners are unsafe; nothing where there are none. */
export function UnsafeCorners({ rooms }: { rooms: readonly Room[] }) {
  const unsafe = rooms.filter((room) => room.verdict === 'unsafe').length
  if (unsafe === 0) return null
  return (
    <Typography variant="body2" component="span" color="error" sx={{ fontWeight: 700 }}>
      {' '}
      · {count(unsafe, 'corner')} unsafe
    </Typography>
  )
}
