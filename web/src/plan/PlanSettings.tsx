import { FormControlLabel, MenuItem, Slider, Stack, Switch, TextField, ToggleButton, ToggleButtonGroup, Typography } from '@mui/material'
import { useState } from 'react'
import type { BrakingSchool, DayView, PlanDraft, Setup } from '@ochote/contracts'
import { RoadAndAir } from './RoadAndAir'

interface PlanSettingsProps {
  day: DayView
  draft: PlanDraft
  onChange: (draft: PlanDraft) => void
  /** begins to draw the line by hand from the present one */
  onLineByHand: () => void
}

const schools: Record<BrakingSchool, { name: string; description: string }> = {
  separate: { name: 'Separate', description: 'Brake in a straight line, come off the brake, then turn.' },
  blend: { name: 'Blend', description: 'Ease off the brake as you turn the wheel.' },
  trail: { name: 'Trail', description: 'Brake lightly down to the apex.' },
}

/** The line schools that are searched for, and the line drawn by hand. */
const lines = {
  'late-apex': {
    name: 'Late apex',
    description:
      'Parallel to the edge until turn-in, apex past half way, then only unwinding. It costs some time, and gives room and a clean exit.',
  },
  fastest: { name: 'Fastest', description: 'The lowest lap time for this vehicle, pace and school.' },
  tight: {
    name: 'Tight',
    description: 'The short way round, losing no more than a tenth of the fastest line’s slowest speed. Usual for karts.',
  },
  given: {
    name: 'By hand',
    description: 'Drag the line in either drawing. In a chosen corner, the up and down keys also move its points.',
  },
} as const
type Line = keyof typeof lines

/** A set-up whose line is searched for: one drawn by hand before has no part in it, so what was found before is used again. */
function searchedFor(setup: Setup, lineSchool: Line): Setup {
  const next = { ...setup, lineSchool }
  delete next.givenLine
  return next
}

const weathers = {
  dry: { name: 'Dry', grip: 1, rubberedGrip: 1 },
  wet: { name: 'Wet', grip: 0.74, rubberedGrip: 0.82 },
} as const
type Weather = keyof typeof weathers

const paces = [
  { key: 'lateral', name: 'Cornering' },
  { key: 'brake', name: 'Braking' },
  { key: 'drive', name: 'Power' },
] as const

/** What the plan is made for: vehicle, pace, school, weather, margins, air, markers. */
export function PlanSettings({ day, draft, onChange, onLineByHand }: PlanSettingsProps) {
  const { setup } = draft
  const setSetup = (change: Partial<Setup>) => onChange({ ...draft, setup: { ...setup, ...change } })
  const { conditions } = setup
  const weather = (Object.keys(weathers) as Weather[]).find(
    (w) => weathers[w].grip === conditions.grip && weathers[w].rubberedGrip === conditions.rubberedGrip,
  )
  return (
    <Stack sx={{ gap: 2 }}>
      <TextField
        select
        size="small"
        label="Vehicle type"
        value={draft.vehicleTypeId}
        onChange={(e) => onChange({ ...draft, vehicleTypeId: e.target.value })}
      >
        {day.vehicleTypes.map((v) => (
          <MenuItem key={v.id} value={v.id}>
            {v.vehicle.name}
          </MenuItem>
        ))}
      </TextField>
      <OneOf
        title="Braking and turning"
        options={schools}
        value={setup.brakingSchool}
        onChoose={(brakingSchool) => setSetup({ brakingSchool })}
      />
      <OneOf<Line>
        title="Line"
        options={lines}
        value={setup.lineSchool}
        onChoose={(lineSchool) => (lineSchool === 'given' ? onLineByHand() : onChange({ ...draft, setup: searchedFor(setup, lineSchool) }))}
      />
      <Stack sx={{ gap: 0.25 }}>
        <Typography variant="overline" component="h3">
          Pace: share of the grip this student uses
        </Typography>
        {paces.map(({ key, name }) => (
          <ShareSlider
            key={key}
            name={name}
            value={setup.pace[key]}
            onCommit={(share) => setSetup({ pace: { ...setup.pace, [key]: share } })}
          />
        ))}
      </Stack>
      <Stack sx={{ gap: 0.5 }}>
        <OneOf
          title="Road"
          options={weathers}
          value={weather ?? null}
          onChoose={(next) =>
            setSetup({ conditions: { ...conditions, grip: weathers[next].grip, rubberedGrip: weathers[next].rubberedGrip } })
          }
        />
        <ShareSlider
          name="Grip"
          least={0.4}
          value={conditions.grip}
          onCommit={(grip) => setSetup({ conditions: { ...conditions, grip } })}
        />
        <ShareSlider
          name="On the rubber"
          least={0.5}
          value={conditions.rubberedGrip}
          onCommit={(rubberedGrip) => setSetup({ conditions: { ...conditions, rubberedGrip } })}
        />
      </Stack>
      <RoadAndAir setup={setup} onChange={setSetup} />
      <FormControlLabel
        control={<Switch checked={draft.firstSession} onChange={(_e, on) => onChange({ ...draft, firstSession: on })} />}
        label="First session: brake marks one second earlier"
      />
      <TextField
        select
        size="small"
        label="Markers"
        value={draft.markerSchemeId}
        onChange={(e) => onChange({ ...draft, markerSchemeId: e.target.value })}
      >
        {day.markerSchemes.map((s) => (
          <MenuItem key={s.id} value={s.id}>
            {s.name}
          </MenuItem>
        ))}
      </TextField>
    </Stack>
  )
}

interface OneOfProps<K extends string> {
  title: string
  options: Readonly<Record<K, { name: string; description?: string }>>
  /** null where none of them is set */
  value: K | null
  onChoose: (key: K) => void
}

/** A few choices side by side, with a sentence about the selected one. */
function OneOf<K extends string>({ title, options, value, onChoose }: OneOfProps<K>) {
  const description = value === null ? undefined : options[value].description
  return (
    <Stack sx={{ gap: 0.5 }}>
      <Typography variant="overline" component="h3">
        {title}
      </Typography>
      <ToggleButtonGroup
        exclusive
        size="small"
        fullWidth
        color="primary"
        aria-label={title}
        value={value}
        onChange={(_e, key: K | null) => key && onChoose(key)}
      >
        {(Object.keys(options) as K[]).map((key) => (
          <ToggleButton key={key} value={key}>
            {options[key].name}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
      {description && (
        <Typography variant="body2" color="text.secondary">
          {description}
        </Typography>
      )}
    </Stack>
  )
}

interface ShareSliderProps {
  name: string
  value: number
  least?: number
  onCommit: (share: number) => void
}

/** A share in per cent; the plan follows when the slider is let go, so that one move is one undo. */
function ShareSlider({ name, value, least = 0.3, onCommit }: ShareSliderProps) {
  const [moving, setMoving] = useState<number | null>(null)
  const shown = moving ?? value
  return (
    <Stack direction="row" sx={{ alignItems: 'center', gap: 1.5 }}>
      <Typography variant="body2" sx={{ width: 92, flexShrink: 0 }}>
        {name}
      </Typography>
      <Slider
        size="small"
        aria-label={name}
        min={least}
        max={1}
        step={0.01}
        value={shown}
        getAriaValueText={(v) => `${Math.round(v * 100)} per cent`}
        onChange={(_e, v) => setMoving(v as number)}
        onChangeCommitted={(_e, v) => {
          setMoving(null)
          onCommit(v as number)
        }}
      />
      <Typography variant="body2" sx={{ width: 44, textAlign: 'right', whiteSpace: 'nowrap' }}>
        {Math.round(shown * 100)} %
      </Typography>
    </Stack>
  )
}
