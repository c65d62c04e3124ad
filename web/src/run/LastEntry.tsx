import { Box, Typography } from '@mui/material'
import { useMemo } from 'react'
import type { LogEntry } from '@ochote/contracts'
import { standingEntries } from '@ochote/core'
import { entryWords } from './entryWords'
import { Target } from './Target'
import { useNow } from './useNow'

interface LastEntryProps {
  entries: readonly LogEntry[]
  onUndo: (id: string) => void
}

const UNDO_FOR_MS = 10_000

/** The entry just made, and ten seconds to take it back. Older ones are taken back from the log below. */
export function LastEntry({ entries, onUndo }: LastEntryProps) {
  const now = useNow(500, true)
  const last = useMemo(() => standingEntries(entries).pop() ?? null, [entries])
  // the shown second is a little old: a fresh entry has ten left, not eleven
  const leftS = last ? Math.ceil(Math.min(UNDO_FOR_MS, Date.parse(last.deviceTime) + UNDO_FOR_MS - now) / 1000) : 0
  const words = last ? entryWords(last, entries) : null
  return (
    <Box sx={{ display: 'flex', alignItems: 'center', gap: 1.5, minHeight: 68 }}>
      <Typography role="status" sx={{ flex: 1, fontSize: '1.1rem' }}>
        {words ?? 'Nothing logged yet.'}
      </Typography>
      {last && leftS > 0 && <Target onClick={() => onUndo(last.id)} sx={{ minWidth: 150 }}>{`Undo (${leftS} s)`}</Target>}
    </Box>
  )
}
