import { LinearProgress, Typography } from '@mui/material'
import { useQuery } from '@tanstack/react-query'
import { useMemo, useState } from 'react'
import { stintRecord } from '@ochote/core'
import { stintQuery } from '../api/queries'
import { Loaded } from '../problem/Loaded'
import { StintStage } from '../stint/StintStage'
import { useStintLog } from '../stintLog/useStintLogs'
import { Debriefing, type DebriefingProps } from './Debriefing'
import { useRecordedWork } from './useRecordedWork'
import { useWaited } from './useWaited'

/** The Debrief stage: one stint, straight after it. */
export function DebriefPage() {
  return (
    <StintStage stage="debrief" title="Debrief">
      {(open, choice) => <StoredDebrief key={open.stint.id} open={open} choice={choice} />}
    </StintStage>
  )
}

type OpenProps = Pick<DebriefingProps, 'open' | 'choice'>

/** Waits for what is stored: until it is read, a suggestion would look as if nothing had been written. */
function StoredDebrief({ open, choice }: OpenProps) {
  const view = useQuery(stintQuery(open.stint.id))
  return <Loaded query={view}>{({ debrief }) => <WithRecordedLaps open={open} stored={debrief} choice={choice} />}</Loaded>
}

/** Nobody waits longer for recorded laps to be read than this: the log is there at once. */
const MOST_WAIT_MS = 6000

/** Waits a moment for the recorded laps, so that what is suggested rests on them too. What is on the page then stays, also when they come later. */
function WithRecordedLaps(props: OpenProps & Pick<DebriefingProps, 'stored'>) {
  const { entries } = useStintLog(props.open.stint.id)
  const record = useMemo(() => stintRecord(entries), [entries])
  const recorded = useRecordedWork(props.open, record)
  const waited = useWaited(MOST_WAIT_MS)
  const [isShown, show] = useState(false)
  const isReady = props.stored !== null || recorded.state !== 'reading' || waited
  if (isReady && !isShown) show(true)
  if (!isShown)
    return (
      <>
        <LinearProgress aria-label="Reading the recorded laps" />
        <Typography color="text.secondary" sx={{ p: 2 }}>
          Reading the recorded laps…
        </Typography>
      </>
    )
  return <Debriefing {...props} recorded={recorded} />
}
