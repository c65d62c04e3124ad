import { Box, Button, FormControlLabel, Stack, Switch, TextField, Typography } from '@mui/material'
import { useEffect, useReducer } from 'react'
import * as z from 'zod'
import { useKeptState } from '../../autosave/useKeptState'
import { Link } from 'react-router'
import { history, startHistory, type History, type HistoryAction } from '../../undo/history'
import { UndoRedo } from '../../undo/UndoRedo'
import { outOfBounds, typedNumber } from '../../forms/numbers'
import { lengthOutOfBounds, typedLength, withLength } from '../../forms/lengths'
import { TextLine } from '../../forms/TextLine'
import { ProblemNotice } from '../../problem/ProblemNotice'
import { Page } from '../../shell/Page'
import { Sheet } from './Sheet'
import { FEWEST_SPOTS, sheetDocument, type Spot } from './sheetCircuit'
import { useAddCircuit } from './useAddCircuit'

const spotHistory = (state: History<readonly Spot[]>, action: HistoryAction<readonly Spot[]>) => history(state, action)

const fields = [
  { key: 'across', label: 'Width of the sheet', least: 50, most: 20_000, isLength: true },
  { key: 'lat', label: 'Latitude of its middle, °', least: -85, most: 85, isLength: false },
  { key: 'lon', label: 'Longitude of its middle, °', least: -180, most: 180, isLength: false },
  { key: 'left', label: 'Track left of the line', least: 1, most: 60, isLength: true },
  { key: 'right', label: 'Track right of the line', least: 1, most: 60, isLength: true },
] as const
type Field = (typeof fields)[number]
type Key = Field['key']
const wrongIn = ({ least, most, isLength }: Field, text: string) =>
  isLength ? lengthOutOfBounds(text, least, most) : outOfBounds(text, least, most)
type Typed = Record<Key, string>

/** A drawing that is not on the shelf yet. */
interface Drawn {
  readonly name: string
  readonly typed: Typed
  readonly closed: boolean
  readonly spots: readonly Spot[]
}
const nothingDrawn = (): Drawn => ({
  name: '',
  typed: { across: '800', lat: '0', lon: '-30', left: '5', right: '5' },
  closed: true,
  spots: [],
})
const text = z.string()
const drawnSchema = z.object({
  name: text,
  typed: z.object({ across: text, lat: text, lon: text, left: text, right: text }),
  closed: z.boolean(),
  spots: z.array(z.object({ x: z.number(), y: z.number() })),
})
const readDrawn = (kept: unknown): Drawn => drawnSchema.parse(kept)

/** A circuit drawn on an empty sheet of a known width: its centreline, click by click. */
export function DrawPage() {
  const [kept, keep, drop] = useKeptState<Drawn>('circuit-drawing', nothingDrawn, readDrawn)
  const { name, typed, closed } = kept
  const [state, dispatch] = useReducer(spotHistory, kept.spots, startHistory)
  useEffect(() => {
    if (state.present !== kept.spots) keep({ ...kept, spots: state.present })
  }, [state.present, kept, keep])
  const undo = () => dispatch({ type: 'undo' })
  const redo = () => dispatch({ type: 'redo' })
  const add = useAddCircuit()
  const values = Object.fromEntries(
    fields.map(({ key, isLength }) => [key, isLength ? typedLength(typed[key]) : typedNumber(typed[key])]),
  ) as Record<Key, number>
  const wrong = fields.some((field) => wrongIn(field, typed[field.key]) !== null)
  const spots = state.present
  const put = () => add.mutate(sheetDocument(name.trim(), spots, closed, values), { onSuccess: drop })
  return (
    <Page
      title="Draw a circuit"
      caution
      actions={
        <Button component={Link} to="/library/circuits">
          Circuits
        </Button>
      }
    >
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', md: '320px minmax(0, 1fr)' }, gap: 4 }}>
        <Stack sx={{ gap: 2 }}>
          <Typography color="text.secondary">
            Click along the middle of the track in the direction of driving, starting at the start line. Click closer together in bends.
            Drag a point to move it. Add everything else afterwards.
          </Typography>
          <TextLine label="Name of the circuit" required value={name} most={80} onText={(next) => keep({ ...kept, name: next })} />
          {fields.map((field) => (
            <TextField
              key={field.key}
              size="small"
              label={field.isLength ? withLength(field.label) : field.label}
              value={typed[field.key]}
              error={wrongIn(field, typed[field.key]) !== null}
              helperText={wrongIn(field, typed[field.key]) ?? undefined}
              slotProps={{ htmlInput: { inputMode: 'decimal' } }}
              onChange={(e) => keep({ ...kept, typed: { ...typed, [field.key]: e.target.value } })}
            />
          ))}
          <FormControlLabel
            control={<Switch checked={closed} onChange={(_e, on) => keep({ ...kept, closed: on })} />}
            label="The track ends where it starts"
          />
          {add.error && <ProblemNotice error={add.error} />}
          <Button variant="contained" disabled={spots.length < FEWEST_SPOTS || name.trim() === '' || wrong || add.isPending} onClick={put}>
            Add to the shelf
          </Button>
          {spots.length < FEWEST_SPOTS && (
            <Typography variant="caption" color="text.secondary">
              {spots.length} of at least {FEWEST_SPOTS} points.
            </Typography>
          )}
        </Stack>
        <Stack sx={{ minWidth: 0, gap: 0.5 }}>
          <UndoRedo canUndo={state.past.length > 0} canRedo={state.future.length > 0} undo={undo} redo={redo} />
          <Sheet
            spots={spots}
            closed={closed}
            acrossM={values.across >= 50 ? values.across : 800}
            trackM={wrong ? 10 : values.left + values.right}
            onChange={(to) => dispatch({ type: 'change', to })}
          />
        </Stack>
      </Box>
    </Page>
  )
}
