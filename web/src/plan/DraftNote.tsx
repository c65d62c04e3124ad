import { Alert, Button } from '@mui/material'
import { hashKey, useQuery } from '@tanstack/react-query'
import type { Plan } from '@ochote/contracts'
import { planVersionQuery } from '../api/queries'
import type { PlanDraftState } from './usePlanDraft'

/** Says that what is seen is a draft beside the version that stints drive, and offers to drop it. Nothing where they are the same. */
export function DraftNote({ plan, state }: { plan: Plan; state: PlanDraftState }) {
  const { ready } = plan
  const version = useQuery(planVersionQuery(plan.id, ready?.id ?? null))
  const released = version.data?.draft
  if (!ready || !released || hashKey([released]) === hashKey([state.draft])) return null
  return (
    <Alert
      severity="info"
      className="no-print"
      sx={{ py: 0, alignItems: 'center', borderRadius: 0 }}
      action={
        <Button size="small" onClick={() => state.change(released)}>
          Drop the draft
        </Button>
      }
    >
      This is a draft. Stints drive version {ready.version}, released by {ready.by}. Release the draft under Ready when it is what they are
      to drive.
    </Alert>
  )
}
