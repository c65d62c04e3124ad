import { Box, Typography } from '@mui/material'
import { gapLengthM, type Turn } from '@ochote/core'
import type { LedSession } from '@ochote/contracts'
import { count, distance, fineDistance } from '../../format/format'
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

/** A car's length, where gaps are given in cars. */
const CAR_M = 4.4

/** The next swap and its words, and the gap in metres and car lengths. */
export function BehindTheLead({ session, names, turn, next, lap, phase, straight }: BehindTheLeadProps) {
  const lapsOfTurnLeft = turn.toLap - Math.max(1, lap)
  const [atFastest, atSlowest] = [straight.speedMps, straight.slowestMps].map((mps) => gapLengthM(session.gapS, mps)) as [number, number]
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
      <Typography color="text.secondary">
        Gap {session.gapS} s: {distance(atFastest)} ({Math.round(atFastest / CAR_M)} car lengths of {fineDistance(CAR_M)}) at the fastest,{' '}
        {distance(atSlowest)} ({Math.round(atSlowest / CAR_M)}) in the slowest corner, at planned speeds
      </Typography>
    </Box>
  )
}
