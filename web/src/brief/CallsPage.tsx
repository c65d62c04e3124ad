import { useQuery } from '@tanstack/react-query'
import { schoolQuery } from '../api/queries'
import { Loaded } from '../problem/Loaded'
import { StintStage } from '../stint/StintStage'
import { Calls } from './Calls'

/** Calls for each lap. */
export function CallsPage() {
  const school = useQuery(schoolQuery)
  return (
    <StintStage stage="brief/calls" title="Calls">
      {(open, choice) => (
        <Loaded query={school}>{(settled) => <Calls key={open.stint.id} open={open} school={settled} choice={choice} />}</Loaded>
      )}
    </StintStage>
  )
}
