import { Box, Button, Stack, TextField, ToggleButton, ToggleButtonGroup, Typography } from '@mui/material'
import { useState } from 'react'
import type { Car, CarCheck } from '@ochote/contracts'

interface CarChecksProps {
  cars: readonly Pick<Car, 'id' | 'name'>[]
  /** what the school looks at on each car */
  checks: readonly string[]
  done: readonly CarCheck[]
  onDone: (done: CarCheck[]) => void
}

/** The cars of the day before use: each check is good or not, by name. A car with an open or failed check is not released. */
export function CarChecks({ cars, checks, done, onDone }: CarChecksProps) {
  const [by, setBy] = useState(done.at(-1)?.by ?? '')
  const isNamed = by.trim() !== ''
  const of = (carId: string, check: string) => done.find((one) => one.carId === carId && one.check === check)
  const without = (carId: string, of: readonly string[]) => done.filter((one) => one.carId !== carId || !of.includes(one.check))
  const set = (carId: string, which: readonly string[], isGood: boolean | null) =>
    onDone([...without(carId, which), ...(isGood === null ? [] : which.map((check) => ({ carId, check, isGood, by: by.trim() })))])
  if (checks.length === 0) return null
  return (
    <Box component="section" aria-label="Cars before use">
      <Typography variant="h2">Cars before use</Typography>
      <Typography variant="body2" color="text.secondary" sx={{ mb: 1 }}>
        A car is released when every check is good. The list is the school’s, on the shelf under School.
      </Typography>
      <TextField
        size="small"
        label="Checked by"
        value={by}
        helperText={isNamed ? undefined : 'Say who looks at the cars first.'}
        slotProps={{ htmlInput: { maxLength: 80 } }}
        onChange={(e) => setBy(e.target.value)}
      />
      {cars.map((car) => (
        <Stack key={car.id} role="group" aria-label={car.name} sx={{ gap: 0.5, mt: 1.5 }}>
          <Stack direction="row" sx={{ alignItems: 'center', gap: 1 }}>
            <Typography sx={{ fontWeight: 700 }}>{car.name}</Typography>
            <Button
              size="small"
              disabled={!isNamed}
              onClick={() =>
                set(
                  car.id,
                  checks.filter((check) => !of(car.id, check)),
                  true,
                )
              }
            >
              The rest is good
            </Button>
          </Stack>
          {checks.map((check) => {
            const was = of(car.id, check)
            return (
              <Stack key={check} direction="row" sx={{ alignItems: 'center', gap: 1 }}>
                <Typography sx={{ flex: 1 }}>
                  {check}
                  {was && (
                    <Typography component="span" variant="caption" color="text.secondary">
                      {' '}
                      {was.by}
                    </Typography>
                  )}
                </Typography>
                <ToggleButtonGroup
                  exclusive
                  size="small"
                  disabled={!isNamed}
                  aria-label={`${car.name}, ${check}`}
                  value={was ? (was.isGood ? 'good' : 'failed') : null}
                  onChange={(_e, state: 'good' | 'failed' | null) => set(car.id, [check], state === null ? null : state === 'good')}
                >
                  <ToggleButton value="good">Good</ToggleButton>
                  <ToggleButton value="failed">▲ Failed</ToggleButton>
                </ToggleButtonGroup>
              </Stack>
            )
          })}
        </Stack>
      ))}
    </Box>
  )
}
