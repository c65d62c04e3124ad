import { StintStage } from '../stint/StintStage'
import { Seat } from './Seat'

/** The Run stage, from the seat beside the student. */
export function RunPage() {
  return (
    <StintStage stage="run" title="Run">
      {(open, choice) => <Seat key={open.file.stint.id} open={open} choice={choice} />}
    </StintStage>
  )
}
