import { Box, Button, Typography } from '@mui/material'
import { useState } from 'react'
import type { LogEntry } from '@ochote/contracts'
import { effectiveEntries, timeOf } from '@ochote/core'
import { clock } from '../format/format'
import { entryWords } from './entryWords'

interface SeatLogProps {
  entries: readonly LogEntry[]
  onUndo: (id: string) => void
  /** writes the report of an incident, or changes it */
  onReport?: (incidentId: string) => void
}

/** Entries shown of a long log until all are asked for. */
const LATEST = 20

/** Everything logged in this stint, newest first; undone entries are struck through and can be restored. */
export function SeatLog({ entries, onUndo, onReport }: SeatLogProps) {
  const standing = new Set(effectiveEntries(entries).map((e) => e.id))
  const lastUndo = new Map(entries.flatMap((e) => (e.kind === 'undo' ? [[e.about, e.id] as const] : [])))
  const all = [...entries]
    .sort((a, b) => timeOf(b) - timeOf(a))
    .flatMap((entry) => {
      const words = entryWords(entry, entries)
      return words === null ? [] : [{ entry, words }]
    })
  const [whole, setWhole] = useState(false)
  const shown = whole ? all : all.slice(0, LATEST)
  if (all.length === 0) return null
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
                {clock(new Date(timeOf(entry)).toISOString())}
              </Typography>
              <Typography sx={{ flex: 1, textDecoration: stillUndone ? 'line-through' : 'none' }}>{words}</Typography>
              {entry.kind === 'incident' && !stillUndone && onReport && <Button onClick={() => onReport(entry.id)}>Report</Button>}
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
      {all.length > shown.length && <Button onClick={() => setWhole(true)}>Show all {all.length}</Button>}
    </Box>
  )
}
