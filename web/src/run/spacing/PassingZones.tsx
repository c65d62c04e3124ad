import { DeleteOutlined } from '@mui/icons-material'
import { Button, Checkbox, FormControlLabel, IconButton, Stack } from '@mui/material'
import { CommitField } from '../../forms/CommitField'
import { numberText, outOfBounds, typedNumber } from '../../forms/numbers'
import { unitSet } from '../../format/units'

type Zone = [number, number]

interface PassingZonesProps {
  isAllowed: boolean
  zones: readonly Zone[]
  lapLengthM: number
  onAllow: (isAllowed: boolean) => void
  onZones: (zones: Zone[]) => void
}

const MOST = 6

/** Whether one may pass another, and where. */
export function PassingZones({ isAllowed, zones, lapLengthM, onAllow, onZones }: PassingZonesProps) {
  const { length, lengthM } = unitSet()
  const set = (at: number, end: 0 | 1, value: number) =>
    onZones(zones.map((zone, k): Zone => (k !== at ? zone : end === 0 ? [value, zone[1]] : [zone[0], value])))
  const field = (at: number, end: 0 | 1) => (
    <CommitField
      label={`${end === 0 ? 'From' : 'To'}, ${length}`}
      numeric
      required
      value={numberText(Math.round(zones[at]![end] / lengthM))}
      wrong={(text) => outOfBounds(text, 0, Math.floor(lapLengthM / lengthM))}
      onTake={(text) => set(at, end, typedNumber(text) * lengthM)}
      sx={{ width: 110 }}
    />
  )
  return (
    <Stack direction="row" sx={{ gap: 1.5, flexWrap: 'wrap', alignItems: 'center' }}>
      <FormControlLabel control={<Checkbox checked={isAllowed} onChange={(_e, on) => onAllow(on)} />} label="Passing is allowed" />
      {isAllowed &&
        zones.map((_, k) => (
          // zones have no names: their place in the list tells them apart
          <Stack key={k} role="group" aria-label={`Passing zone ${k + 1}`} direction="row" sx={{ gap: 0.5, alignItems: 'center' }}>
            {field(k, 0)}
            {field(k, 1)}
            <IconButton
              aria-label={`Take passing zone ${k + 1} off`}
              disabled={zones.length === 1}
              onClick={() => onZones(zones.filter((_zone, n) => n !== k))}
            >
              <DeleteOutlined />
            </IconButton>
          </Stack>
        ))}
      {isAllowed && zones.length < MOST && <Button onClick={() => onZones([...zones, [0, 300]])}>Add a zone</Button>}
    </Stack>
  )
}
