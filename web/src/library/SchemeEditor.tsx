import { Box, Button, Stack, TextField, Typography } from '@mui/material'
import { useState } from 'react'
import { duties, markerSchemeSaveSchema, markerSchemeSchema, type Duty, type DutyLook, type MarkerScheme } from '@ochote/contracts'
import { markerSchemesQuery } from '../api/queries'
import { request } from '../api/request'
import { ConflictDialog } from '../problem/ConflictDialog'
import { ProblemNotice } from '../problem/ProblemNotice'
import { useRecordSave } from '../records/useRecordSave'
import { DutyLookRow } from './DutyLookRow'
import { coloursOf } from './newScheme'
import { StockFields } from './StockFields'

interface SchemeEditorProps {
  scheme: MarkerScheme
  onDone: () => void
}

/** A scheme's looks by duty and its stock by colour. */
export function SchemeEditor({ scheme, onDone }: SchemeEditorProps) {
  const [draft, setDraft] = useState(scheme)
  const colours = coloursOf(draft)
  // saving drops the stock of colours that no duty uses any more
  const content = { name: draft.name.trim(), looks: draft.looks, stock: Object.fromEntries(colours.map((c) => [c, draft.stock[c] ?? 0])) }
  const usable = markerSchemeSaveSchema.shape.scheme.safeParse(content).success
  const { id, version, ...before } = scheme
  const { save, saving, error, conflict } = useRecordSave({
    ...{ path: `/api/marker-schemes/${id}`, version, before: version === 0 ? null : before },
    nameOf: ({ name }: typeof content) => name,
    put: (scheme, fromVersion) =>
      request(markerSchemeSchema, `/api/marker-schemes/${id}`, { method: 'PUT', body: { scheme, fromVersion } }),
    versionOf: (stored) => stored.version,
    queryKeys: [markerSchemesQuery.queryKey, ['days']],
    onDone,
  })
  const set = (duty: Duty, look: Partial<DutyLook>) =>
    setDraft({ ...draft, looks: { ...draft.looks, [duty]: { ...draft.looks[duty], ...look } } })
  /** Cones of one colour come from one stock, so they are drawn alike. */
  const setColour = (duty: Duty, colour: string) => {
    const like = duties.find((d) => d !== duty && draft.looks[d].colour === colour)
    set(duty, { colour, ...(like ? { hex: draft.looks[like].hex } : {}) })
  }
  const setHex = (colour: string, hex: string) => {
    const alike = duties.filter((d) => draft.looks[d].colour === colour)
    setDraft({ ...draft, looks: { ...draft.looks, ...Object.fromEntries(alike.map((d) => [d, { ...draft.looks[d], hex }])) } })
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
        {duties.map((duty) => (
          <DutyLookRow key={duty} duty={duty} scheme={draft} onLook={(look) => set(duty, look)} onColour={setColour} onHex={setHex} />
        ))}
      </Box>
      <Typography variant="h2">In stock</Typography>
      <StockFields colours={colours} stock={draft.stock} onStock={(stock) => setDraft({ ...draft, stock })} />
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
