import { Button } from '@mui/material'
import { lazy, Suspense, useState, useSyncExternalStore } from 'react'
import { locked } from '../api/locked'

// seldom needed, so not part of the first load
const PinDialog = lazy(() => import('./PinDialog').then((m) => ({ default: m.PinDialog })))

/** Asks for the school's PIN where the server does; put off, it leaves a button in its place. */
export function PinGate() {
  const isLocked = useSyncExternalStore(locked.subscribe, locked.snapshot)
  const [later, setLater] = useState(false)
  if (!isLocked) return null
  if (later)
    return (
      <Button color="error" size="small" onClick={() => setLater(false)}>
        Give the PIN
      </Button>
    )
  return (
    <Suspense>
      <PinDialog onLater={() => setLater(true)} />
    </Suspense>
  )
}
