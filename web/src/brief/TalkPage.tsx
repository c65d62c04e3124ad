import { StintStage } from '../stint/StintStage'
import { TalkThrough } from './TalkThrough'

/** The lap in words, before it is driven. */
export function TalkPage() {
  return (
    <StintStage stage="brief/talk" title="Talk-through">
      {(open, choice) => <TalkThrough key={open.stint.id} open={open} choice={choice} />}
    </StintStage>
  )
}
