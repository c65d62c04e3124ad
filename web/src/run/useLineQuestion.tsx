import { Dialog, DialogActions, DialogContent, DialogTitle, Typography } from '@mui/material'
import { useState, type ReactNode } from 'react'
import { tooShortForLapS, type StintRecord } from '@ochote/core'
import { trueNow } from '../device/deviceClock'
import { lapTime } from '../format/format'
import { Target } from './Target'

/** A line that was tapped, and why it may be none. */
interface Tapped {
  readonly lap: number
  readonly sinceS: number | null
  readonly plannedS: number
  readonly byLogger: boolean
  readonly take: () => void
}

interface LineTap {
  record: StintRecord
  /** the planned lap, s */
  plannedS: number
  /** whether a logger times the laps */
  byLogger?: boolean
  /** called at once where the line can be one, else when the question is answered with yes */
  take: () => void
}

/** Asks about a line that ends a lap far too soon, or while a logger times the laps: one wrong tap would spoil times, best lap and turns. */
export function useLineQuestion(): { tap: (tapped: LineTap) => void; question: ReactNode } {
  const [asked, setAsked] = useState<Tapped | null>(null)
  const tap = ({ record, plannedS, byLogger = false, take }: LineTap) => {
    const sinceS = tooShortForLapS(record, trueNow(), plannedS)
    const current = record.laps.find((lap) => lap.timeS === null)
    if (current && (sinceS !== null || byLogger)) setAsked({ lap: current.number, sinceS, plannedS, byLogger, take })
    else take()
  }
  const answer = (yes: boolean) => {
    if (yes) asked?.take()
    setAsked(null)
  }
  const question = asked && (
    <Dialog open onClose={() => answer(false)} aria-labelledby="line-question" fullWidth maxWidth="xs">
      <DialogTitle id="line-question">End lap {asked.lap} here?</DialogTitle>
      <DialogContent>
        {asked.byLogger && <Typography>The logger times the laps: it ends them at the line by itself.</Typography>}
        {asked.sinceS !== null && (
          <Typography>
            Only {asked.sinceS.toFixed(0)} s since the line. A lap is planned to take {lapTime(asked.plannedS)}.
          </Typography>
        )}
      </DialogContent>
      <DialogActions sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1, p: 2 }}>
        <Target tone="action" onClick={() => answer(false)}>
          Not the line
        </Target>
        <Target onClick={() => answer(true)}>End the lap</Target>
      </DialogActions>
    </Dialog>
  )
  return { tap, question }
}
