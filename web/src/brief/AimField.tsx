import { Autocomplete, Button, TextField, Typography } from '@mui/material'
import type { Aim } from '@ochote/contracts'
import { aimClash, aimWords, faultOf, type Cone, type MarkOf } from '@ochote/core'

interface AimFieldProps {
  label: string
  aim: Aim | null
  /** aims that the plan's marks can carry */
  choices: readonly Aim[]
  cones: readonly Cone[]
  markOf: MarkOf
  /** @param of - what is being typed in */
  onChange: (aim: Aim | null, of?: string) => void
}

/** One aim: chosen from what the plan's marks can carry, or typed. A typed place that the plan does not have is said at once. */
export function AimField({ label, aim, choices, cones, markOf, onChange }: AimFieldProps) {
  const words = aim ? aimWords(aim, markOf) : ''
  const clash = aim && aimClash(aim, cones)
  const isTied = aim?.kind === 'mark' && (faultOf(aim.code)?.markDuty ?? null) !== null
  const typed = (text: string) => {
    if (text === words) return
    const tied = choices.find((choice) => aimWords(choice, markOf) === text)
    onChange(tied ?? (text.trim() === '' ? null : { kind: 'words', words: text.slice(0, 160) }), label)
  }
  const replaceable = clash?.inPlan[0]
  return (
    <>
      <Autocomplete
        freeSolo
        fullWidth
        size="small"
        options={choices.map((choice) => aimWords(choice, markOf))}
        inputValue={words}
        onInputChange={(_e, text, reason) => reason !== 'reset' && typed(text)}
        onChange={(_e, text) => typed(text ?? '')}
        value={words}
        slotProps={{ listbox: { sx: { fontSize: '0.95rem' } } }}
        sx={{ mb: 1 }}
        renderInput={(params) => (
          <TextField
            {...params}
            label={label}
            multiline
            error={clash !== null}
            helperText={
              clash ? (
                <>
                  This plan has no mark {clash.place}.{' '}
                  {clash.inPlan.length > 0
                    ? `Its mark stands ${clash.inPlan.join(', or ')}.`
                    : 'Choose the corner’s mark from the list, or leave the place out.'}
                </>
              ) : isTied ? (
                'Follows the mark: its place changes with the plan.'
              ) : undefined
            }
          />
        )}
      />
      {aim?.kind === 'words' && clash && replaceable && (
        <Typography sx={{ mt: -0.5, mb: 1 }}>
          <Button
            size="small"
            onClick={() => onChange({ kind: 'words', words: aim.words.replace(clash.place, replaceable).slice(0, 160) })}
          >
            Say “{replaceable}”
          </Button>
        </Typography>
      )}
    </>
  )
}
