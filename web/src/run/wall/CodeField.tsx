import { Box, Button, TextField, Typography } from '@mui/material'
import { useEffect, useRef, useState, type KeyboardEvent } from 'react'
import { faultOf, praiseName, readCoded, severityNames, type CodedEntry } from '@ochote/core'

interface CodeFieldProps {
  /** whom the code is logged for */
  selected: string
  corners: readonly string[]
  likely: (corner: string) => readonly string[]
  carKeys: readonly string[]
  onEntry: (entry: CodedEntry) => void
  /** a car crosses the line */
  onLine: (car: number) => void
  onSelect: (car: number) => void
  onMove: (by: 1 | -1) => void
  onIn: () => void
  onRelease: () => void
  onUndo: () => void
}

/** Typed at the wall without looking: cars by letter, faults by code, each completed and checked as it is typed. */
export function CodeField({
  selected,
  corners,
  likely,
  carKeys,
  onEntry,
  onLine,
  onSelect,
  onMove,
  onIn,
  onRelease,
  onUndo,
}: CodeFieldProps) {
  const [typed, setTyped] = useState('')
  const field = useRef<HTMLInputElement>(null)
  const read = readCoded(typed, corners, likely)
  const isIn = typed.trim() === '0'
  useEffect(() => field.current?.focus(), [])
  const enter = () => {
    if (isIn) onIn()
    else if (read.entry) onEntry(read.entry)
    else return
    setTyped('')
  }
  const onKey = (event: KeyboardEvent) => {
    const car = carKeys.indexOf(event.key.toLowerCase())
    const empty = typed === ''
    const actions: Partial<Record<string, () => void>> = {
      Enter: enter,
      ArrowUp: () => onMove(-1),
      ArrowDown: () => onMove(1),
      ...(read.completions[0] ? { Tab: () => setTyped(read.completions[0]!.text) } : {}),
      ...(empty ? { ' ': onRelease, Backspace: onUndo } : { Escape: () => setTyped('') }),
      ...(empty && car >= 0 && !event.ctrlKey && !event.metaKey && !event.altKey
        ? { [event.key]: () => (event.shiftKey ? onSelect(car) : onLine(car)) }
        : {}),
    }
    const act = actions[event.key]
    if (!act) return
    event.preventDefault()
    act()
  }
  return (
    <Box component="section" aria-label="Code">
      <TextField
        inputRef={field}
        fullWidth
        label={`Code for ${selected}`}
        value={typed}
        onChange={(e) => setTyped(e.target.value)}
        onKeyDown={onKey}
        error={read.problem !== null && !isIn}
        autoComplete="off"
        slotProps={{ htmlInput: { 'aria-describedby': 'code-help', spellCheck: false, style: { fontSize: '1.4rem' } } }}
      />
      <Typography
        id="code-help"
        role="status"
        sx={{ minHeight: '1.6em', mt: 0.5 }}
        color={read.problem && !isIn ? 'error' : 'text.secondary'}
      >
        {isIn
          ? `Enter: ${selected} is in`
          : (read.problem ??
            (read.entry
              ? `Enter: ${entryOf(read.entry)}`
              : typed === ''
                ? 'Corner and fault: 7te2, 7te! for called, 7+smooth for praise'
                : 'Could become:'))}
      </Typography>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.5, minHeight: 40 }}>
        {read.completions.map(({ text, words }) => (
          <Button
            key={text}
            size="small"
            variant="outlined"
            sx={{ textTransform: 'none' }}
            onClick={() => {
              setTyped(text)
              field.current?.focus()
            }}
          >
            {text} {words}
          </Button>
        ))}
      </Box>
      <Typography variant="body2" color="text.secondary">
        While the field is empty, a car’s letter logs its lap. Shift and the letter, or the arrow keys, choose it; 0 and Enter log it in.
        Space releases the next car. Backspace undoes the last entry.
      </Typography>
    </Box>
  )
}

function entryOf(entry: CodedEntry): string {
  const place = `corner ${entry.corner}`
  if (entry.kind === 'praise') return `${place}, well done: ${praiseName(entry.code)}`
  const name = faultOf(entry.code)?.name ?? entry.code
  if (entry.kind === 'called') return `${place}, ${name}: it was called`
  return `${place}, ${name}, ${severityNames[entry.severity]}`
}
