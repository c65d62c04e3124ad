import { StageTabs } from '../shell/StageTabs'
import { stagePath } from '../shell/stages'

/** The three seats a session is run from. */
export function RunSeats({ open, eventId, stintId }: { open: string; eventId: string; stintId?: string }) {
  return (
    <StageTabs
      label="Seats"
      open={open}
      tabs={[
        { name: 'Seat', path: stagePath(eventId, 'run', stintId) },
        { name: 'Lead', path: stagePath(eventId, 'run/lead') },
        { name: 'Wall', path: stagePath(eventId, 'run/wall') },
      ]}
    />
  )
}
