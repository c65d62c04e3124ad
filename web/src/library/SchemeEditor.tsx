import { ArrowBack } from '@mui/icons-material'
import { Box, Button, Stack, TextField, Typography } from '@mui/material'
import { duties, type Duty, type DutyLook, type MarkerScheme } from '@ochote/contracts'
import { SaveState } from '../autosave/SaveState'
import { ConflictDialog } from '../problem/ConflictDialog'
import { ProblemNotice } from '../problem/ProblemNotice'
import { DutyLookRow } from './DutyLookRow'
import { coloursOf } from './newScheme'
import { StockFields } from './StockFields'
import { useSchemeDraft } from './useSchemeDraft'

interface SchemeEditorProps {
  scheme: MarkerScheme
  onDone: () => void
}

/** A scheme's looks by duty and its stock by colour. */
export function SchemeEditor({ scheme, onDone }: SchemeEditorProps) {
  const state = useSchemeDraft(scheme)
  const { draft } = state
  const colours = coloursOf(draft)
  const set = (duty: Duty, look: Partial<DutyLook>) =>
    state.change(
      { ...draft, looks: { ...draft.looks, [duty]: { ...draft.looks[duty], ...look } } },
      `${duty} ${Object.keys(look).join(' ')}`,
    )
  /** Cones of one colour come from one stock, so they are drawn alike. */
  const setColour = (duty: Duty, colour: string) => {
    const like = duties.find((d) => d !== duty && draft.looks[d].colour === colour)
    set(duty, { colour, ...(like ? { hex: draft.looks[like].hex } : {}) })
  }
  const setHex = (colour: string, hex: string) => {
    const alike = duties.filter((d) => draft.looks[d].colour === colour)
    state.change(
      { ...draft, looks: { ...draft.looks, ...Object.fromEntries(alike.map((d) => [d, { ...draft.looks[d], hex }])) } },
      `hex ${colour}`,
    )
  }
  return (
    <Stack component="form" noValidate onSubmit={(e) => e.preventDefault()} sx={{ gap: 2, maxWidth: 860 }}>
      <Stack direction="row" sx={{ gap: 1.5, alignItems: 'center' }}>
        <Button startIcon={<ArrowBack />} onClick={onDone}>
          Marker schemes
        </Button>
        <SaveState state={state} />
      </Stack>
      <TextField
        size="small"
        label="Name: school and venue"
        value={draft.name}
        slotProps={{ htmlInput: { maxLength: 80 } }}
        error={draft.name.trim() === ''}
        helperText={draft.name.trim() === '' ? 'found nothing, expected a name' : undefined}
        onChange={(e) => state.change({ ...draft, name: e.target.value }, 'name')}
        sx={{ maxWidth: 420 }}
      />
      <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0, display: 'flex', flexDirection: 'column', gap: 1 }}>
        {duties.map((duty) => (
          <DutyLookRow key={duty} duty={duty} scheme={draft} onLook={(look) => set(duty, look)} onColour={setColour} onHex={setHex} />
        ))}
      </Box>
      <Typography variant="h2">In stock</Typography>
      <StockFields colours={colours} stock={draft.stock} onStock={(stock) => state.change({ ...draft, stock }, 'stock')} />
      {state.error && <ProblemNotice error={state.error} onRetry={state.retry} />}
      <ConflictDialog what="scheme" conflict={state.conflict} />
    </Stack>
  )
}
