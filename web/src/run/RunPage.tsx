import { StintStage } from '../stint/StintStage'
import { RunSeats } from './RunSeats'
import { Seat } from './Seat'

/** The Run stage, from the seat beside the student. */
export function RunPage() {
  return (
    <StintStage stage="run" title="Run">
      {(open, choice) => (
        <Seat
          key={open.stint.id}
          open={open}
          choice={choice}
          seats={<RunSeats open="Seat" dayId={open.day.id} stintId={open.stint.id} />}
        />
      )}
    </StintStage>
  )
}
