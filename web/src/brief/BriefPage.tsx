import { StintStage } from '../stint/StintStage'
import { Briefing } from './Briefing'

/** The Brief stage: one page for a student. */
export function BriefPage() {
  return (
    <StintStage stage="brief" title="Brief">
      {(open, choice) => <Briefing key={open.stint.id} open={open} choice={choice} />}
    </StintStage>
  )
}
