import { Box, Button, MenuItem, Stack, TextField, Typography } from '@mui/material'
import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { duties, markerSchemeSaveSchema, markerSchemeSchema, type Duty, type DutyLook, type MarkerScheme } from '@ochote/contracts'
import { markerSchemesQuery } from '../api/queries'
import { request } from '../api/request'
import { useVersionedSave } from '../api/useVersionedSave'
import { DutyMark } from '../cones/DutyMark'
import { ConflictDialog } from '../problem/ConflictDialog'
import { ProblemNotice } from '../problem/ProblemNotice'
import { coloursOf } from './newScheme'

interface SchemeEditorProps {
  scheme: MarkerScheme
  onDone: () => void
}

/** A scheme's looks by duty and its stock by colour. */
export function SchemeEditor({ scheme, onDone }: SchemeEditorProps) {
  const client = useQueryClient()
  const [draft, setDraft] = useState(scheme)
  const colours = coloursOf(draft)
  // stock of colours that no duty uses any more is dropped when it is saved
  const content = { name: draft.name.trim(), looks: draft.looks, stock: Object.fromEntries(colours.map((c) => [c, draft.stock[c] ?? 0])) }
  const usable = markerSchemeSaveSchema.shape.scheme.safeParse(content).success
  const reload = async () => {
    await client.invalidateQueries({ queryKey: markerSchemesQuery.queryKey })
    onDone()
  }
  const { save, saving, error, conflict } = useVersionedSave({
    version: draft.version,
    put: (scheme: typeof content, fromVersion) =>
      request(markerSchemeSchema, `/api/marker-schemes/${draft.id}`, { method: 'PUT', body: { scheme, fromVersion } }),
    onSaved: () => void reload(),
    reload,
  })
  const set = (duty: Duty, look: Partial<DutyLook>) =>
    setDraft({ ...draft, looks: { ...draft.looks, [duty]: { ...draft.looks[duty], ...look } } })
  /** Cones of one colour come from one stock, so they are drawn alike. */
  const setColour = (duty: Duty, colour: string) => {
    const like = duties.find((d) => d !== duty && draft.looks[d].colour === colour)
    set(duty, { colour, ...(like ? { hex: draft.looks[like].hex } : {}) })
  }
  return (
    <Stack component="form" noValidate onSubmit={(e) => e.preventDefault()} sx={{ gap: 2, maxWidth: 860 }}>
      <TextField
        size="small"
        label="Name: school and venue"
        value={draft.name}
        slotProps={{ htmlInput: { maxLength: 80 } }}
        onChange={(e) => setDraft({ ...draft, name: e.target.value })}
        sx={{ maxWidth: 420 }}
      />
      <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0, display: 'flex', flexDirection: 'column', gap: 1 }}>
        {duties.map((duty) => {
          const look = draft.looks[duty]
          return (
            <Stack component="li" key={duty} direction="row" sx={{ gap: 1.25, alignItems: 'center', flexWrap: 'wrap' }}>
              <svg width={24} height={24} viewBox="-9 -9 18 18" aria-hidden>
                <DutyMark duty={duty} scheme={draft} />
              </svg>
              <Typography sx={{ width: 84, fontWeight: 700 }}>{duty}</Typography>
              <TextField
                size="small"
                label="How many"
                value={look.count}
                type="number"
                slotProps={{ htmlInput: { min: 1, max: 6, 'aria-label': `Number of markers for ${duty}` } }}
                onChange={(e) => set(duty, { count: Math.min(6, Math.max(1, Math.round(Number(e.target.value)) || 1)) })}
                sx={{ width: 100 }}
              />
              <TextField
                size="small"
                label="Colour"
                value={look.colour}
                error={look.colour.trim() === ''}
                slotProps={{ htmlInput: { maxLength: 20, 'aria-label': `Colour of ${duty}` } }}
                onChange={(e) => setColour(duty, e.target.value)}
                sx={{ width: 150 }}
              />
              <Box
                component="input"
                type="color"
                value={look.hex}
                aria-label={`${duty} as drawn`}
                onChange={(e) => {
                  const { value } = e.target as HTMLInputElement
                  const alike = duties.filter((d) => draft.looks[d].colour === look.colour)
                  setDraft({
                    ...draft,
                    looks: { ...draft.looks, ...Object.fromEntries(alike.map((d) => [d, { ...draft.looks[d], hex: value }])) },
                  })
                }}
                sx={{ width: 44, height: 38, p: 0, border: 0, bgcolor: 'transparent' }}
              />
              <TextField
                select
                size="small"
                label="Kind"
                value={look.kind}
                onChange={(e) => set(duty, { kind: e.target.value === 'board' ? 'board' : 'cone' })}
                sx={{ width: 110 }}
              >
                <MenuItem value="cone">cone</MenuItem>
                <MenuItem value="board">board</MenuItem>
              </TextField>
            </Stack>
          )
        })}
      </Box>
      <Typography variant="h2">In stock</Typography>
      <Stack direction="row" sx={{ gap: 1.5, flexWrap: 'wrap' }}>
        {colours
          .filter((colour) => colour.trim() !== '')
          .map((colour) => (
            <TextField
              key={colour}
              size="small"
              label={colour}
              type="number"
              value={draft.stock[colour] ?? 0}
              slotProps={{ htmlInput: { min: 0, max: 9999, 'aria-label': `${colour} in stock` } }}
              onChange={(e) =>
                setDraft({
                  ...draft,
                  stock: { ...draft.stock, [colour]: Math.min(9999, Math.max(0, Math.round(Number(e.target.value)) || 0)) },
                })
              }
              sx={{ width: 120 }}
            />
          ))}
      </Stack>
      {error && <ProblemNotice error={error} />}
      <ConflictDialog what="scheme" conflict={conflict} />
      <Stack direction="row" sx={{ gap: 1 }}>
        <Button onClick={onDone}>Cancel</Button>
        <Button variant="contained" disabled={!usable || saving} onClick={() => save(content)}>
          Save
        </Button>
      </Stack>
    </Stack>
  )
}
