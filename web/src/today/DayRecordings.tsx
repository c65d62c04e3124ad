import type { DayView } from '@ochote/contracts'
import { RecordedLaps } from '../recordings/RecordedLaps'
import { personName } from './names'

/** Recorded laps of a day: files of any stint are dropped here. */
export function DayRecordings({ day }: { day: DayView }) {
  const places = day.stints.map(({ stint }) => ({
    ...{ stintId: stint.id, dayId: day.id, says: `${personName(day, stint.studentId)}, ${stint.startsAt}` },
  }))
  return (
    <RecordedLaps
      of={{ dayId: day.id }}
      places={places}
      empty="None yet. Ochote works out from times and laps which stint a file belongs to."
    />
  )
}
