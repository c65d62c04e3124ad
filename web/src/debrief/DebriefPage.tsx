import { useQuery } from '@tanstack/react-query'
import type { ReactNode } from 'react'
import { stintQuery } from '../api/queries'
import { Loaded } from '../problem/Loaded'
import { StintStage } from '../stint/StintStage'
import type { OpenStint } from '../stint/openStint'
import { Debriefing } from './Debriefing'

/** The Debrief stage: one stint, straight after it. */
export function DebriefPage() {
  return (
    <StintStage stage="debrief" title="Debrief">
      {(open, choice) => <StoredDebrief key={open.stint.id} open={open} choice={choice} />}
    </StintStage>
  )
}

/** Waits for what is stored: until it is read, a suggestion would look as if nothing had been written. */
function StoredDebrief({ open, choice }: { open: OpenStint; choice: ReactNode }) {
  const view = useQuery(stintQuery(open.stint.id))
  return <Loaded query={view}>{({ debrief }) => <Debriefing open={open} stored={debrief} choice={choice} />}</Loaded>
}
