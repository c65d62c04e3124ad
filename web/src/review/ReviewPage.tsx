import { LinearProgress, Typography } from '@mui/material'
import { useQuery } from '@tanstack/react-query'
import { useMemo, useState, type ReactNode } from 'react'
import type { StoredRecording } from '@ochote/contracts'
import { stintRecord } from '@ochote/core'
import { recordingsQuery, reviewQuery } from '../api/queries'
import { Loaded } from '../problem/Loaded'
import { outingOf } from '../recordings/outing'
import { RecordedLaps } from '../recordings/RecordedLaps'
import { Page } from '../shell/Page'
import { StintStage } from '../stint/StintStage'
import type { OpenStint } from '../stint/openStint'
import { useServerLog, useStintLog } from '../stintLog/useStintLogs'
import { useReviewed } from '../workers/useReviewed'
import { Reviewing } from './Reviewing'
import { RecordingChoice } from './RecordingChoice'
import { VideoAlone } from './video/VideoAlone'

/** The recorded laps of one stint, against its plan. */
export function ReviewPage() {
  return (
    <StintStage stage="review" title="Recorded laps">
      {(open, choice) => <StintRecordings key={open.stint.id} open={open} choice={choice} />}
    </StintStage>
  )
}

interface OpenProps {
  open: OpenStint
  choice: ReactNode
}

function StintRecordings({ open, choice }: OpenProps) {
  const isLogKnown = useServerLog({ dayId: open.day.id })
  const recordings = useQuery(recordingsQuery({ stintId: open.stint.id }))
  if (!isLogKnown) return <LinearProgress aria-label="Loading" />
  return (
    <Loaded query={recordings}>
      {(list) => (list.length === 0 ? <NoneYet open={open} choice={choice} /> : <Chosen open={open} choice={choice} recordings={list} />)}
    </Loaded>
  )
}

function NoneYet({ open: { stint, student, day }, choice }: OpenProps) {
  const places = [{ stintId: stint.id, dayId: day.id, says: `${student.name}, ${stint.startsAt}` }]
  return (
    <Page title={`Recorded laps: ${student.name}`} actions={choice} caution>
      <Typography>
        There are no recorded laps for this stint yet. If the car has a logger, its laps appear here by themselves. You can also add files
        from a logger, a phone or a camera.
      </Typography>
      <RecordedLaps of={{ stintId: stint.id }} places={places} empty="Nothing here yet." />
      <VideoAlone />
    </Page>
  )
}

function Chosen({ open, choice, recordings }: OpenProps & { recordings: readonly StoredRecording[] }) {
  const { entries } = useStintLog(open.stint.id)
  const [chosen, setChosen] = useState<string | null>(null)
  const { canJoin, read } = outingOf(recordings, chosen)
  const { endedAtMs } = useMemo(() => stintRecord(entries), [entries])
  const reviewed = useReviewed(read, open.solution, open.plan.setup.pace, endedAtMs)
  const review = useQuery(reviewQuery(read[0]!.id))
  const files = (
    <RecordingChoice
      recordings={recordings}
      chosen={chosen ?? (canJoin ? '' : recordings[0]!.id)}
      canJoin={canJoin}
      onChoose={(id) => setChosen(id === '' ? null : id)}
    />
  )
  return (
    <Loaded query={reviewed}>
      {(data) => (
        <Loaded query={review}>
          {(stored) => (
            <Reviewing
              key={read.map(({ id }) => id).join()}
              open={open}
              reviewed={data}
              recording={read[0]!}
              stored={stored}
              choice={
                <>
                  {choice}
                  {files}
                </>
              }
            />
          )}
        </Loaded>
      )}
    </Loaded>
  )
}
