import { Box } from '@mui/material'
import type { Aim } from '@ochote/contracts'
import { aimWords } from '@ochote/core'

/** A stint's aims. The plan is not solved here, so they name no place. */
export function AimList({ aims }: { aims: readonly Aim[] }) {
  return (
    <Box component="ol" sx={{ pl: 2.5, my: 1 }}>
      {aims.map((aim, k) => (
        <li key={k}>{aimWords(aim, null)}</li>
      ))}
    </Box>
  )
}
