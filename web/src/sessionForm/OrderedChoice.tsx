import { Checkbox, FormControlLabel, FormGroup, Typography } from '@mui/material'
import { useId } from 'react'

interface OrderedChoiceProps {
  /** what is chosen, and how many are needed */
  label: string
  options: readonly { id: string; name: string }[]
  chosen: readonly string[]
  onChange: (chosen: string[]) => void
  /** no more than this can be chosen */
  most?: number
  row?: boolean
}

/** Several choices in the order they are made, shown by numbers. */
export function OrderedChoice({ label, options, chosen, onChange, most = Infinity, row = false }: OrderedChoiceProps) {
  const id = useId()
  return (
    <>
      <Typography id={id}>{label}</Typography>
      <FormGroup row={row} aria-labelledby={id}>
        {options.map((option) => {
          const place = chosen.indexOf(option.id)
          return (
            <FormControlLabel
              key={option.id}
              label={place >= 0 ? `${place + 1}. ${option.name}` : option.name}
              control={
                <Checkbox
                  checked={place >= 0}
                  disabled={place < 0 && chosen.length >= most}
                  onChange={(_e, on) => onChange(on ? [...chosen, option.id] : chosen.filter((one) => one !== option.id))}
                />
              }
            />
          )
        })}
      </FormGroup>
    </>
  )
}
