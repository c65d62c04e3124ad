import { StageTabs } from '../shell/StageTabs'
import { stagePath } from '../shell/stages'

/** The three seats a session is run from. */
export function RunSeats({ open, dayId, stintId }: { open: string; dayId: string; stintId?: string }) {
  return (
    <StageTabs
      label="Seats"
      open={open}
      tabs={[
        { name: 'Seat', path: stagePath(dayId, 'run', stintId) },
        { name: 'Lead', path: stagePath(dayId, 'run/lead') },
        { name: 'Wall', path: stagePath(dayId, 'run/wall') },
      ]}
    />
  )
}
