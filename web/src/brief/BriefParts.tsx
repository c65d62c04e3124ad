import { useOpenStudent } from '../shell/openStudent'
import { StageTabs } from '../shell/StageTabs'
import { stagePath } from '../shell/stages'

/** The parts of Brief: the meeting, the talk-through, one student, and the calls. */
export function BriefParts({ open, dayId, stintId: own }: { open: string; dayId: string; stintId?: string }) {
  // the meeting is about nobody in particular: its tabs go back to the student who was open
  const student = useOpenStudent(dayId)
  const stintId = own ?? student?.stintId ?? undefined
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
