import { CloudOffOutlined } from '@mui/icons-material'
import { Stack, Typography } from '@mui/material'
import { useQuery } from '@tanstack/react-query'
import { healthQuery } from '../api/queries'

/** Says in the bar that the server does not answer and the page may be out of date. It has a fixed place and moves nothing. */
export function ServerAway() {
  const { isError } = useQuery(healthQuery)
  return (
    <Stack role="status" direction="row" sx={{ gap: 0.5, alignItems: 'center', color: 'warning.main' }}>
      {isError && (
        <Typography
          variant="body2"
          title="This page shows what the server said last. What you log is kept on this device until the server answers."
          sx={{ display: 'flex', gap: 0.5, alignItems: 'center' }}
        >
          <CloudOffOutlined fontSize="small" /> Server not answering
        </Typography>
      )}
    </Stack>
  )
}
