import { Box, Typography } from '@mui/material'
import type { Turn } from '@ochote/core'
import type { LedSession } from '@ochote/contracts'
import { count } from '../../format/format'
import { gapWords } from './gapWords'
import { swapWords } from './Rotation'
import type { SwapStraight } from './swapStraight'

interface BehindTheLeadProps {
  session: LedSession
  names: readonly string[]
  turn: Turn
  /** the turn after it, if there is one */
  next: Turn | undefined
  lap: number
  phase: 'ready' | 'running' | 'ended'
  straight: SwapStraight
}

/** The next swap and its words, and the gap in metres and car lengths. */
export function BehindTheLead({ session, names, turn, next, lap, phase, straight }: BehindTheLeadProps) {
  const lapsOfTurnLeft = turn.toLap - Math.max(1, lap)
  return (
    <Box component="section" aria-label="Behind the lead">
      <Typography aria-live="polite" sx={{ fontSize: '1.2rem' }}>
        {phase === 'ended' ? (
          'The session is over.'
        ) : next ? (
          <>
            {phase === 'running' ? `Lap ${lap} of ${session.laps}. ` : ''}
            <strong>
              {phase === 'ready'
                ? `The first swap comes after ${count(turn.toLap, 'lap')}`
                : lapsOfTurnLeft === 0
                  ? 'Swap at the end of this lap'
                  : `Swap after ${count(lapsOfTurnLeft, 'more lap')}`}
            </strong>
            , {straight.words}. Say: “{swapWords(names, turn, next, straight.short)}.”
          </>
        ) : (
          `Lap ${lap} of ${session.laps}. Last turn: no more swaps.`
        )}
      </Typography>
      <Typography color="text.secondary">{gapWords(session.gapS, straight)}</Typography>
    </Box>
  )
}
