import { Add } from '@mui/icons-material'
import { Button, MenuItem, Stack, TextField } from '@mui/material'
import { useState } from 'react'
import { lengthOutOfBounds, typedLength, withLength } from '../forms/lengths'
import { addables, runOffSurfaces, type Addable } from './roleFields'

/** Nobody brakes for longer: a deeper run-off is a slip of the finger. */
const DEEPEST_M = 300

/** What can be put on the map. Run-off is asked for what decides about safety, and nobody guesses: how deep it is, and of what. */
export function DrawNew({ onAdd }: { onAdd: (addable: Addable) => void }) {
  const [chosen, setChosen] = useState(0)
  const [depth, setDepth] = useState('')
  const [surface, setSurface] = useState('')
  const addable = addables[chosen]!
  const isRunOff = addable.role === 'runoff'
  const wrong = depth === '' ? null : lengthOutOfBounds(depth, 0, DEEPEST_M)
  const isReady = !isRunOff || (depth !== '' && wrong === null && surface !== '')
  const draw = () => {
    onAdd(isRunOff ? { ...addable, properties: { ...addable.properties, depth: typedLength(depth), surface } } : addable)
    // the next one is measured again
    setDepth('')
  }
  return (
    <Stack sx={{ gap: 1 }}>
      <Stack direction="row" sx={{ gap: 1 }}>
        <TextField
          select
          size="small"
          label="Put on the map"
          value={chosen}
          onChange={(e) => setChosen(Number(e.target.value))}
          sx={{ flex: 1 }}
        >
          {addables.map((one, i) => (
            <MenuItem key={one.name} value={i}>
              {one.name}
            </MenuItem>
          ))}
        </TextField>
        <Button variant="contained" startIcon={<Add />} disabled={!isReady} onClick={draw}>
          Draw it
        </Button>
      </Stack>
      {isRunOff && (
        <Stack direction="row" sx={{ gap: 1 }}>
          <TextField
            size="small"
            required
            label={withLength('Depth to the first obstacle')}
            value={depth}
            error={wrong !== null}
            helperText={wrong ?? 'From the edge of the road, as measured'}
            slotProps={{ htmlInput: { inputMode: 'decimal' } }}
            onChange={(e) => setDepth(e.target.value)}
            sx={{ flex: 1 }}
          />
          <TextField
            select
            size="small"
            required
            label="Surface"
            value={surface}
            onChange={(e) => setSurface(e.target.value)}
            sx={{ minWidth: 120 }}
          >
            {runOffSurfaces.map((one) => (
              <MenuItem key={one} value={one}>
                {one}
              </MenuItem>
            ))}
          </TextField>
        </Stack>
      )}
    </Stack>
  )
}
