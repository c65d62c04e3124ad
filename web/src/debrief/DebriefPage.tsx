import { StintStage } from '../stint/StintStage'
import { Debriefing } from './Debriefing'

/** The Debrief stage: one stint, straight after it. */
export function DebriefPage() {
  return (
    <StintStage stage="debrief" title="Debrief">
      {(open, choice) => <Debriefing key={open.stint.id} open={open} choice={choice} />}
    </StintStage>
  )
}
