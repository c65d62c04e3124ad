import { StageTabs } from '../shell/StageTabs'
import { stagePath } from '../shell/stages'

/** The parts of Brief: the meeting, the talk-through, one student, and the calls. */
export function BriefParts({ open, dayId, stintId }: { open: string; dayId: string; stintId?: string }) {
  return (
    <StageTabs
      label="Parts of the briefing"
      open={open}
      tabs={[
        { name: 'Meeting', path: stagePath(dayId, 'brief/meeting') },
        { name: 'Talk-through', path: stagePath(dayId, 'brief/talk', stintId) },
        { name: 'Student', path: stagePath(dayId, 'brief', stintId) },
        { name: 'Calls', path: stagePath(dayId, 'brief/calls', stintId) },
      ]}
    />
  )
}
