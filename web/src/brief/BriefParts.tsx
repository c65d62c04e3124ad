import { StageTabs } from '../shell/StageTabs'
import { stagePath } from '../shell/stages'

/** What is said before anyone drives: to all, on the lap, to one student, and what is called. */
export function BriefParts({ open, eventId, stintId }: { open: string; eventId: string; stintId?: string }) {
  return (
    <StageTabs
      label="Parts of the briefing"
      open={open}
      tabs={[
        { name: 'Meeting', path: stagePath(eventId, 'brief/meeting') },
        { name: 'Talk-through', path: stagePath(eventId, 'brief/talk', stintId) },
        { name: 'Student', path: stagePath(eventId, 'brief', stintId) },
        { name: 'Calls', path: stagePath(eventId, 'brief/calls', stintId) },
      ]}
    />
  )
}
