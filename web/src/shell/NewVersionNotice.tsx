import { Button, Snackbar } from '@mui/material'

/** Says that a new version is ready. */
export function NewVersionNotice({ onUpdate, onLater }: { onUpdate: () => void; onLater: () => void }) {
  return (
    <Snackbar
      open
      message="A new version of Ochote is ready."
      action={
        <>
          <Button color="inherit" onClick={onLater}>
            Later
          </Button>
          <Button color="inherit" onClick={onUpdate}>
            Update now
          </Button>
        </>
      }
    />
  )
}
