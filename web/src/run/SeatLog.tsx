import { Box, Button, Typography } from '@mui/material'
import type { LogEntry } from '@ochote/contracts'
import { standingEntries } from '@ochote/core'
import { clock } from '../format/format'
import { entryWords } from './entryWords'

interface SeatLogProps {
  entries: readonly LogEntry[]
  onUndo: (id: string) => void
}

/** Everything logged in this stint, the latest first; what was taken back is struck through, and can be put back. */
export function SeatLog({ entries, onUndo }: SeatLogProps) {
  const standing = new Set(standingEntries(entries).map((e) => e.id))
  const lastUndo = new Map(entries.flatMap((e) => (e.kind === 'undo' ? [[e.about, e.id] as const] : [])))
  const shown = [...entries]
    .sort((a, b) => b.deviceTime.localeCompare(a.deviceTime))
    .flatMap((entry) => {
      const words = entryWords(entry, entries)
      return words === null ? [] : [{ entry, words }]
    })
  if (shown.length === 0) return null
  return (
    <Box component="section" aria-labelledby="seat-log">
      <Typography id="seat-log" variant="h2">
        Logged
      </Typography>
      <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0 }}>
        {shown.map(({ entry, words }) => {
          const undo = lastUndo.get(entry.id)
          const stillUndone = undo !== undefined && !standing.has(entry.id)
          return (
            <Box component="li" key={entry.id} sx={{ display: 'flex', alignItems: 'center', gap: 1 }}>
              <Typography color="text.secondary" sx={{ width: 56 }}>
                {clock(entry.deviceTime)}
              </Typography>
              <Typography sx={{ flex: 1, textDecoration: stillUndone ? 'line-through' : 'none' }}>{words}</Typography>
              <Button
                onClick={() => onUndo(stillUndone ? undo : entry.id)}
                aria-label={`${stillUndone ? 'Put back' : 'Take back'}: ${words}`}
              >
                {stillUndone ? 'Put back' : 'Take back'}
              </Button>
            </Box>
          )
        })}
      </Box>
    </Box>
  )
}
