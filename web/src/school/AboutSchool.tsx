import { Autocomplete, Stack, TextField, ToggleButton, ToggleButtonGroup, Typography } from '@mui/material'
import { certificateParts, type School, type Units } from '@ochote/contracts'
import { SaveState } from '../autosave/SaveState'
import { CommitField } from '../forms/CommitField'
import { ConflictDialog } from '../problem/ConflictDialog'
import { ProblemNotice } from '../problem/ProblemNotice'
import { useSchoolDraft } from './useSchoolDraft'

const LONGEST_CHECK = 60
const MOST_CHECKS = 20
const checksIn = (text: string) => [...new Set(text.split(',').map((check) => check.trim()))].filter(Boolean).slice(0, MOST_CHECKS)

const LONGEST_CERTIFICATE = 800

function wrongCertificate(text: string): string | null {
  if (text.trim() === '') return 'found nothing, expected a wording'
  const strange = [...text.matchAll(/\{([^}]*)\}/g)].find(([, part]) => !(certificateParts as readonly string[]).includes(part!))
  return strange ? `found ${strange[0]}, expected ${certificateParts.map((part) => `{${part}}`).join(', ')}` : null
}

// one list for every render: with a new one, saving would drop the zone that is about to be chosen
const timeZones = Intl.supportedValuesOf('timeZone')

const LANGUAGE = /^[a-z]{2,3}(-[A-Za-z0-9]{2,8})*$/

/** The school's name, the units that everything is said in, its time zone, and the language of its calls; saved by themselves. */
export function AboutSchool({ school }: { school: School }) {
  const state = useSchoolDraft(school)
  const { draft, change } = state
  const isNameless = draft.name.trim() === ''
  return (
    <Stack component="form" noValidate onSubmit={(e) => e.preventDefault()} sx={{ gap: 2.5, maxWidth: 560 }}>
      <SaveState state={state} />
      {state.error && <ProblemNotice error={state.error} onRetry={state.retry} />}
      <ConflictDialog what="school" conflict={state.conflict} />
      <TextField
        size="small"
        label="Name of the school"
        value={draft.name}
        error={isNameless}
        helperText={isNameless ? 'found nothing, expected a name' : undefined}
        slotProps={{ htmlInput: { maxLength: 80 } }}
        onChange={(e) => change({ ...draft, name: e.target.value }, 'name')}
      />
      <Stack sx={{ gap: 0.5 }}>
        <Typography id="units" variant="h2">
          Units
        </Typography>
        <ToggleButtonGroup
          exclusive
          size="small"
          aria-labelledby="units"
          value={draft.units}
          onChange={(_e, units: Units | null) => units && change({ ...draft, units })}
        >
          <ToggleButton value="metric">km/h and metres</ToggleButton>
          <ToggleButton value="imperial">mph and yards</ToggleButton>
        </ToggleButtonGroup>
        <Typography variant="body2" color="text.secondary">
          Ochote uses these for speeds and distances everywhere. A vehicle’s own data stay in kilograms and metres, as on its data sheet.
        </Typography>
      </Stack>
      <Autocomplete
        size="small"
        autoHighlight
        options={timeZones}
        value={draft.timeZone}
        onChange={(_e, timeZone) => change({ ...draft, timeZone })}
        renderInput={(input) => (
          <TextField {...input} label="Time zone" helperText="Times in calendars are in it. Without one, each device uses its own." />
        )}
      />
      <CommitField
        label="Language of the calls"
        required
        value={draft.language}
        wrong={(text) => (LANGUAGE.test(text.trim()) ? null : `found ${text.trim() || 'nothing'}, expected a language such as en-GB or de`)}
        onTake={(language) => change({ ...draft, language })}
      />
      <CommitField
        label="Checks of each car before use, with commas between them"
        value={draft.carChecks.join(', ')}
        placeholder="tyres, brakes, belts, helmets"
        wrong={(text) =>
          checksIn(text).some((check) => check.length > LONGEST_CHECK) ? `expected at most ${LONGEST_CHECK} characters each` : null
        }
        onTake={(text) => change({ ...draft, carChecks: checksIn(text) })}
      />
      <Typography variant="body2" color="text.secondary" sx={{ mt: -1.5 }}>
        They are ticked by name at the drivers’ meeting. A car with an open or failed check is not released.
      </Typography>
      <CommitField
        label="Wording of the certificate of attendance"
        required
        multiline
        most={LONGEST_CERTIFICATE}
        value={draft.certificate}
        wrong={wrongCertificate}
        onTake={(certificate) => change({ ...draft, certificate })}
      />
      <Typography variant="body2" color="text.secondary" sx={{ mt: -1.5 }}>
        {`{name}, {school}, {circuit}, {day} and {laps} stand for what they say. A student’s Progress page makes the certificate.`}
      </Typography>
    </Stack>
  )
}
