import { Box, Typography } from '@mui/material'
import { faultOf, type FollowedCorrection, type FollowState } from '@ochote/core'

/** Told apart without colour too. */
const signs: Record<FollowState, string> = { 'not yet seen': '·', fixed: '✓', better: '↗', 'no change': '=', 'back again': '↺' }
const listed = (laps: readonly number[]) => (laps.length === 1 ? `lap ${laps[0]}` : `laps ${laps.join(', ')}`)

/** Every correction that was called, and what the passes after it showed. */
export function FollowedList({ followed }: { followed: readonly FollowedCorrection[] }) {
  if (followed.length === 0) return null
  return (
    <Box component="section" aria-labelledby="followed">
      <Typography id="followed" variant="h2">
        Called, and then
      </Typography>
      <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0 }}>
        {followed.map(({ calledId, corner, code, calledOn, state, results }) => (
          <Typography component="li" key={calledId}>
            <strong>
              {signs[state]} Corner {corner}, {faultOf(code)?.name ?? code}: {state}
            </strong>
            <Typography component="span" color="text.secondary">
              {` · called on ${listed(calledOn)}${results.map((r) => ` · lap ${r.lap} ${r.result}, ${r.by}`).join('')}`}
            </Typography>
          </Typography>
        ))}
      </Box>
    </Box>
  )
}
