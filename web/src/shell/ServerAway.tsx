import { CloudOffOutlined } from '@mui/icons-material'
import { Stack, Tooltip, Typography } from '@mui/material'
import { useQuery } from '@tanstack/react-query'
import { healthQuery } from '../api/queries'

/** Said in the bar while the server does not answer, where it moves nothing: what is shown may be old. */
export function ServerAway() {
  const { isError } = useQuery(healthQuery)
  return (
    <Stack role="status" direction="row" sx={{ gap: 0.5, alignItems: 'center', color: 'warning.main' }}>
      {isError && (
        <Tooltip title="The server does not answer. Shown is what it said last; what is logged is kept on this device until it does.">
          <Typography variant="body2" tabIndex={0} sx={{ display: 'flex', gap: 0.5, alignItems: 'center' }}>
            <CloudOffOutlined fontSize="small" /> Server away
          </Typography>
        </Tooltip>
      )}
    </Stack>
  )
}
