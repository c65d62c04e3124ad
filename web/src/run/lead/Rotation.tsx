import { Table, TableBody, TableCell, TableHead, TableRow } from '@mui/material'
import type { Turn } from '@ochote/core'

interface RotationProps {
  turns: readonly Turn[]
  names: readonly string[]
  lap: number
  swapAt: string
}

/** What the lead says on the radio as one turn ends and the next begins. */
export const swapWords = (names: readonly string[], turn: Turn, next: Turn, swapAt: string): string =>
  `${names[turn.follower]}, drop to the back ${swapAt}, off line, hand up; ${names[next.follower]}, close up behind me`

/** Who is right behind the lead on which laps, and who moves when. */
export function Rotation({ turns, names, lap, swapAt }: RotationProps) {
  return (
    <Table size="small" aria-label="Rotation">
      <TableHead>
        <TableRow>
          <TableCell>Laps</TableCell>
          <TableCell>Right behind</TableCell>
          <TableCell>Then</TableCell>
          <TableCell>On the radio, as it ends</TableCell>
        </TableRow>
      </TableHead>
      <TableBody>
        {turns.map((turn, k) => {
          const next = turns[k + 1]
          const now = lap >= turn.fromLap && lap <= turn.toLap
          return (
            <TableRow key={turn.fromLap} selected={now} aria-current={now ? 'step' : undefined}>
              <TableCell>{turn.fromLap === turn.toLap ? turn.fromLap : `${turn.fromLap} to ${turn.toLap}`}</TableCell>
              <TableCell sx={{ fontWeight: 700 }}>{names[turn.follower]}</TableCell>
              <TableCell>
                {turn.order
                  .slice(1)
                  .map((f) => names[f])
                  .join(', ')}
              </TableCell>
              <TableCell>{next ? swapWords(names, turn, next, swapAt) : 'Last turn: cool-down, then in, in this order'}</TableCell>
            </TableRow>
          )
        })}
      </TableBody>
    </Table>
  )
}
