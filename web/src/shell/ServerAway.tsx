import { CloudOffOutlined } from '@mui/icons-material'
import { Box, Button, Typography } from '@mui/material'
import { useQuery } from '@tanstack/react-query'
import { useSyncExternalStore } from 'react'
import { oldestAnswer } from '../api/answerAge'
import { otherVersion } from '../api/interfaceVersion'
import { healthQuery } from '../api/queries'
import { clock, count } from '../format/format'

/** Says in the bar that the server does not answer and the page may be out of date. It has a fixed place and moves nothing. */
export function ServerAway() {
  const { isError, data: health } = useQuery(healthQuery)
  const asOf = useSyncExternalStore(oldestAnswer.subscribe, oldestAnswer.snapshot)
  const outdated = useSyncExternalStore(otherVersion.subscribe, otherVersion.snapshot)
  return (
    <Box role="status" sx={{ display: 'flex', gap: 0.5, alignItems: 'center', color: 'warning.main' }}>
      {health && !health.ok && (
        <Typography variant="body2" role="alert" color="error">
          {health.problem}
        </Typography>
      )}
      {health && health.unreadable.length > 0 && (
        <Typography variant="body2" title={health.unreadable.join(', ')}>
          {count(health.unreadable.length, 'record')} can’t be read and {health.unreadable.length === 1 ? 'is' : 'are'} left out
        </Typography>
      )}
      {outdated && (
        <Button size="small" color="warning" title="What you logged is kept on this device." onClick={() => location.reload()}>
          Ochote was updated: reload to go on
        </Button>
      )}
      {asOf !== null && !isError && (
        <Typography variant="body2" title="The server took too long to answer. This page shows its last answer.">
          Shown as of {clock(asOf)}
        </Typography>
      )}
      {isError && (
        <Typography
          variant="body2"
          title="This page shows what the server said last. What you log is kept on this device until the server answers."
          sx={{ display: 'flex', gap: 0.5, alignItems: 'center' }}
        >
          <CloudOffOutlined fontSize="small" /> Server not answering{asOf !== null && `: shown as of ${clock(asOf)}`}
        </Typography>
      )}
    </Box>
  )
}
