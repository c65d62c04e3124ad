import { ErrorOutlined, PhoneAndroid, SdCardAlert } from '@mui/icons-material'
import { Button, Typography } from '@mui/material'
import { lazy, Suspense, useState } from 'react'
import { useOutbox, useOutboxState } from '../device/useOutbox'
import { count } from '../format/format'

// seldom needed, so not part of the first load
const RefusedEntries = lazy(() => import('./RefusedEntries').then((m) => ({ default: m.RefusedEntries })))

/** On every page: entries that the server does not have yet, those that it does not take, and a device that stores none. */
export function OutboxNotice() {
  const outbox = useOutbox()
  const { waiting, refused, unstored } = useOutboxState()
  const [shown, setShown] = useState(false)
  return (
    <>
      {unstored !== null && (
        <Typography variant="body2" role="alert" color="error" sx={{ display: 'flex', gap: 0.5, alignItems: 'center' }} title={unstored}>
          <SdCardAlert fontSize="small" /> This device can’t store entries: keep the page open until all are sent
        </Typography>
      )}
      {waiting > 0 && (
        <Typography variant="body2" role="status" color="text.secondary" sx={{ display: 'flex', gap: 0.5, alignItems: 'center' }}>
          <PhoneAndroid fontSize="small" /> {waiting} to send
        </Typography>
      )}
      {refused.length > 0 && (
        <Button color="error" size="small" startIcon={<ErrorOutlined />} onClick={() => setShown(true)}>
          {count(refused.length, 'entry', 'entries')} refused
        </Button>
      )}
      {shown && (
        <Suspense>
          <RefusedEntries
            refused={refused}
            onRetry={() => {
              outbox.retry()
              setShown(false)
            }}
            onClose={() => setShown(false)}
          />
        </Suspense>
      )}
    </>
  )
}
