import { Stack, Typography } from '@mui/material'
import type { DayView } from '@ochote/contracts'
import { SelectField } from '../../forms/SelectField'
import type { FollowerCar } from './followerCars'

interface FollowerCarsProps {
  day: DayView
  followers: readonly FollowerCar[]
  onCar: (studentId: string, carId: string) => void
}

/** Which car each follower drives. */
export function FollowerCars({ day, followers, onCar }: FollowerCarsProps) {
  if (followers.length === 0) return null
  const nameOf = (id: string) => day.people.find((p) => p.id === id)?.name ?? 'A student'
  return (
    <Stack direction="row" sx={{ gap: 1.5, flexWrap: 'wrap' }}>
      {followers.map(({ studentId, car, stint }) =>
        stint ? (
          <Typography key={studentId} sx={{ alignSelf: 'center' }}>
            {nameOf(studentId)}: {car?.name ?? 'a car that is archived'}
          </Typography>
        ) : (
          <SelectField
            key={studentId}
            label={`Car of ${nameOf(studentId)}`}
            required
            value={car?.id ?? ''}
            options={day.cars}
            onChange={(carId) => onCar(studentId, carId)}
            sx={{ minWidth: 210 }}
          />
        ),
      )}
    </Stack>
  )
}
