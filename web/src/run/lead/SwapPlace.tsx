import { MenuItem, Stack, TextField, Typography } from '@mui/material'
import type { LedSession } from '@ochote/contracts'
import type { PlanSolution } from '@ochote/core'
import { ConflictDialog } from '../../problem/ConflictDialog'
import { ProblemNotice } from '../../problem/ProblemNotice'
import { useSaveSession } from '../../sessionForm/useSaveSession'

interface SwapPlaceProps {
  dayId: string
  session: LedSession
  solution: PlanSolution
  /** number of the corner that the swap follows now */
  after: string
}

/** Where the followers swap, stored with the session. */
export function SwapPlace({ dayId, session, solution, after }: SwapPlaceProps) {
  const save = useSaveSession(dayId, session, undefined, false)
  return (
    <Stack direction="row" sx={{ alignItems: 'center', gap: 2, flexWrap: 'wrap' }}>
      <Typography variant="h2">Rotation</Typography>
      <TextField
        select
        size="small"
        label="Swap on the straight after"
        value={after}
        sx={{ minWidth: 220 }}
        onChange={(e) => save.save({ session: { ...session, swapAfterCorner: e.target.value }, stints: [] })}
      >
        {solution.corners.map((c) => (
          <MenuItem key={c.number} value={c.number}>
            corner {c.number} {c.name}
          </MenuItem>
        ))}
      </TextField>
      {save.error && <ProblemNotice error={save.error} onRetry={save.retry} />}
      <ConflictDialog what="session" conflict={save.conflict} />
    </Stack>
  )
}
