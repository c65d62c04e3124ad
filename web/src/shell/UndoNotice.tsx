import { Close } from '@mui/icons-material'
import { Box, Button, IconButton, Typography } from '@mui/material'
import type { ReactNode } from 'react'
import { errorWords } from '../api/errorWords'
import { useLastDone } from '../undo/UndoProvider'

/**
 * What was done last and the button that undoes it, in the bar of every page, where it covers nothing.
 * @param otherwise - what stands in its place while there is nothing to undo
 */
export function UndoNotice({ otherwise }: { otherwise: ReactNode }) {
  const { says: done, failed, undo, close } = useLastDone()
  const says = failed ? `Not undone: ${errorWords(failed.error)}` : done
  return (
    <Box role="status" sx={{ display: 'flex', alignItems: 'center', minWidth: 0, maxWidth: { xs: '100%', md: 380 } }}>
      {says === '' && otherwise}
      {says !== '' && (
        <>
          <Typography variant="body2" noWrap={failed === null} title={says} color={failed ? 'error' : 'text.primary'}>
            {says}
          </Typography>
          {undo && (
            <Button size="small" title="Undo (Ctrl+Z)" aria-label={`Undo: ${says}`} onClick={undo}>
              Undo
            </Button>
          )}
          <IconButton size="small" aria-label="Close what was done" onClick={close}>
            <Close fontSize="small" />
          </IconButton>
        </>
      )}
    </Box>
  )
}
