import { Button, Checkbox, MenuItem, Stack, TextField, Typography } from '@mui/material'
import { InkSample } from './LapList'
import type { LapInk } from './lapInks'
import type { LineTells } from './DrivenLines'
import { laneNames, lanes, type LaneName } from './traceLanes'
import type { ReferenceChoice } from './useReference'

interface ReviewControlsProps {
  choices: readonly ReferenceChoice[]
  chosen: string
  onChoose: (key: string) => void
  /** how the lap that others are compared with is drawn, and what it is */
  ink: LapInk
  says: string
  tells: LineTells
  onTells: (tells: LineTells) => void
  shown: readonly LaneName[]
  onShown: (names: LaneName[]) => void
  onFigures: () => void
}

const tellings: Readonly<Record<LineTells, string>> = { lap: 'which lap it is', speed: 'speed, wide where slow', gain: 'gain and loss' }

/** What laps are compared with, what their lines tell, and which traces are shown. */
export function ReviewControls(props: ReviewControlsProps) {
  const { choices, chosen, onChoose, ink, says, tells, onTells, shown, onShown, onFigures } = props
  return (
    <Stack direction="row" sx={{ alignItems: 'center', flexWrap: 'wrap', columnGap: 1.5, rowGap: 0.5, pt: 0.5 }}>
      <TextField select size="small" label="Compare with" value={chosen} sx={{ minWidth: 150 }} onChange={(e) => onChoose(e.target.value)}>
        {choices.map((choice) => (
          <MenuItem key={choice.key} value={choice.key}>
            {choice.says}
          </MenuItem>
        ))}
      </TextField>
      <TextField
        select
        size="small"
        label="Lines show"
        value={tells}
        sx={{ minWidth: 150 }}
        onChange={(e) => onTells(e.target.value as LineTells)}
      >
        {(Object.keys(tellings) as LineTells[]).map((key) => (
          <MenuItem key={key} value={key}>
            {tellings[key]}
          </MenuItem>
        ))}
      </TextField>
      <TextField
        select
        size="small"
        label="Traces"
        value={shown}
        sx={{ minWidth: 130 }}
        slotProps={{ select: { multiple: true, renderValue: () => `${shown.length} of ${laneNames.length}` } }}
        onChange={(e) => onShown(e.target.value as unknown as LaneName[])}
      >
        {laneNames.map((name) => (
          <MenuItem key={name} value={name} dense>
            <Checkbox size="small" checked={shown.includes(name)} sx={{ py: 0 }} />
            {lanes[name].says}
          </MenuItem>
        ))}
      </TextField>
      <Button size="small" onClick={onFigures}>
        Figures
      </Button>
      <Typography variant="body2" color="text.secondary">
        <InkSample ink={ink} /> {says}
      </Typography>
    </Stack>
  )
}
