import { Box, Typography } from '@mui/material'
import { useMemo, useState } from 'react'
import type { LogEntry } from '@ochote/contracts'
import { effectiveEntries, timeOf } from '@ochote/core'
import { entryWords } from './entryWords'
import { Target } from './Target'
import { useNow } from './useNow'

interface LastEntryProps {
  entries: readonly LogEntry[]
  onUndo: (id: string) => void
  /** records that a fault just logged was also called; null where it was already */
  onCalled?: ((fault: Extract<LogEntry, { kind: 'fault' }>) => void) | null
}

const UNDO_FOR_MS = 10_000

/** Entries that nobody tapped need no undo at hand. */
const byItself = (e: LogEntry) => (e.kind === 'line' && e.source === 'logger') || (e.kind === 'followed' && e.by === 'measured')

/** The newest entry, with ten seconds to undo it or to say that it was called. Older ones are undone in the log below. */
export function LastEntry({ entries, onUndo, onCalled = null }: LastEntryProps) {
  const last = useMemo(
    () =>
      effectiveEntries(entries)
        .filter((e) => !byItself(e))
        .pop() ?? null,
    [entries],
  )
  const [overFor, setOverFor] = useState<string | null>(null)
  const counting = last !== null && overFor !== last.id
  const now = useNow(500, counting)
  // the shown second lags a little: a new entry has ten left, not eleven
  const leftS = last ? Math.ceil(Math.min(UNDO_FOR_MS, timeOf(last) + UNDO_FOR_MS - now) / 1000) : 0
  if (last && counting && leftS <= 0) setOverFor(last.id)
  const words = last ? entryWords(last, entries) : null
  return (
    <Box sx={{ display: 'flex', alignItems: 'center', gap: 1, minHeight: 66 }}>
      <Typography role="status" sx={{ flex: 1, fontSize: { xs: '1rem', sm: '1.1rem' }, lineHeight: 1.25 }}>
        {words ?? 'Nothing logged yet.'}
      </Typography>
      {last?.kind === 'fault' && leftS > 0 && onCalled && (
        <Target tone="action" onClick={() => onCalled(last)}>
          Called it
        </Target>
      )}
      {last && leftS > 0 && <Target onClick={() => onUndo(last.id)} sx={{ minWidth: 120 }}>{`Undo (${leftS} s)`}</Target>}
    </Box>
  )
}
