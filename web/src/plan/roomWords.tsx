import { Typography } from '@mui/material'
import { unsafeCorners, type MarkedPlan, type RoomTooFast, type RoomToBeWrong } from '@ochote/core'
import { count, distance, distanceNeeded, fineDistance, speed } from '../format/format'

type Rooms = Pick<MarkedPlan, 'room' | 'tooFast' | 'findings'>
type Verdict = RoomTooFast['verdict']

/** What is found of one corner: a second late, where it is braked or lifted for, and 10 % too fast. */
export interface CornerRoom {
  readonly cornerNumber: string
  readonly late: RoomToBeWrong | null
  readonly fast: RoomTooFast | null
  /** of the worse of the two */
  readonly verdict: Verdict
  /** left where the driver is late or, where nobody brakes, too fast, m; null where the vehicle stays on the road, or nothing is known */
  readonly marginM: number | null
}

/** Unsafe first, then what is not known, then what the tyres alone hold, then the least room. */
const order = { unsafe: 0, unknown: 1, watch: 2, room: 3 } as const

/** Every corner's room, the worst first. */
export function worstFirst({ room, tooFast, findings }: Rooms): CornerRoom[] {
  const numbers = [...new Set([...tooFast, ...room].map((r) => r.cornerNumber))]
  const corners = numbers.map((cornerNumber): CornerRoom => {
    const late = room.find((r) => r.cornerNumber === cornerNumber) ?? null
    const fast = tooFast.find((r) => r.cornerNumber === cornerNumber) ?? null
    const found = [late, fast].flatMap((r) => r ?? [])
    const asked = findings.some((f) => f.unsafe && f.cornerNumber === cornerNumber) ? (['unsafe'] as const) : []
    const verdict = [...found.map((r) => r.verdict), ...asked].sort((a, b) => order[a] - order[b])[0] ?? 'room'
    return { cornerNumber, late, fast, verdict, marginM: late ? late.marginM : (fast?.marginM ?? null) }
  })
  return corners.sort((a, b) => order[a.verdict] - order[b.verdict] || (a.marginM ?? Infinity) - (b.marginM ?? Infinity))
}

const percent = (share: number) => `${Math.floor(share * 100)} %`

/** What is found of a corner where the driver brakes late, in words with its numbers. */
export function roomWords({ verdict, mark, marginM, surface, obstacleSpeedMps, coneEarlierM, paceShare }: RoomToBeWrong): string {
  switch (verdict) {
    case 'room':
      return marginM === null ? 'going straight on stays on the road' : `${distance(marginM)} left`
    case 'unknown':
      return 'not known: the circuit’s file has no run-off here'
    case 'unsafe': {
      const ways = [
        ...(coneEarlierM === null ? [] : [`the ${mark} cone ${distanceNeeded(coneEarlierM)} earlier`]),
        ...(paceShare === null ? [] : [`${percent(paceShare)} of this pace`]),
      ]
      const hit = `unsafe: ${distance(-(marginM ?? 0))} short over the ${surface ?? 'edge'}, ${speed(obstacleSpeedMps ?? 0)} at the first obstacle`
      return ways.length > 0 ? `${hit}. It needs ${ways.join(' or ')}` : `${hit}. No earlier cone or lower pace that was tried is enough`
    }
  }
}

/** What is found of a corner that is driven 10 % too fast, in words with its numbers. */
export function tooFastWords({ leavesAtM, leftM, speedMps, surface, marginM, obstacleSpeedMps, verdict }: RoomTooFast): string {
  if (leavesAtM === null)
    return leftM >= 0
      ? `stays on the road, ${fineDistance(leftM)} to the edge`
      : `${fineDistance(-leftM)} over the edge, and back on the road`
  const off = `off at ${speed(speedMps)}`
  if (surface === null) return `${off}; what is there is not known`
  if (verdict === 'unknown' || marginM === null) return `${off} onto ${surface}; how far it reaches is not known`
  if (marginM >= 0) return `${off} onto ${surface}, ${distance(marginM)} left`
  const hit = `${off} onto ${surface}, ${speed(obstacleSpeedMps ?? 0)} at the first obstacle`
  return verdict === 'watch' ? `${hit}; not if they turn as hard as the tyres can` : `unsafe: ${hit}, even turning as hard as the tyres can`
}

/** A corner's margin as the circuit shows it. */
interface ShownMargin {
  readonly text: string
  readonly unsafe: boolean
}

/** The margins of the corners that are slowed for, and of those that are not and where too fast is unsafe or not known, by number. */
export function marginsOf(rooms: Rooms): ReadonlyMap<string, ShownMargin> {
  const shown = worstFirst(rooms).filter(({ late, verdict }) => late !== null || verdict === 'unsafe' || verdict === 'unknown')
  return new Map(
    shown.map(({ cornerNumber, marginM, verdict }) => [
      cornerNumber,
      {
        unsafe: verdict === 'unsafe',
        text: verdict === 'unknown' || marginM === null ? '?' : `${marginM < 0 ? '−' : '+'}${distance(Math.abs(marginM))}`,
      },
    ]),
  )
}

/** How many corners are unsafe; nothing where there are none. */
export function UnsafeCorners({ rooms }: { rooms: Rooms }) {
  const unsafe = unsafeCorners(rooms).length
  if (unsafe === 0) return null
  return (
    <Typography variant="body2" component="span" color="error" sx={{ fontWeight: 700 }}>
      {' '}
      · {count(unsafe, 'corner')} unsafe
    </Typography>
  )
}
