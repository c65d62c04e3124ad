import { Stack, Typography } from '@mui/material'
import type { DayView } from '@ochote/contracts'
import { SelectField } from '../../forms/SelectField'
import { personName } from '../../today/names'
import type { FollowerCar } from './followerCars'

interface FollowerCarsProps {
  day: DayView
  followers: readonly FollowerCar[]
  onCar: (studentId: string, carId: string) => void
}

/** Which car each follower drives. */
export function FollowerCars({ day, followers, onCar }: FollowerCarsProps) {
  if (followers.length === 0) return null
  return (
    <Stack direction="row" sx={{ gap: 1.5, flexWrap: 'wrap' }}>
      {followers.map(({ studentId, car, stint }) =>
        stint ? (
          <Typography key={studentId} sx={{ alignSelf: 'center' }}>
            {personName(day, studentId)}: {car?.name ?? 'a car that is archived'}
          </Typography>
        ) : (
          <SelectField
            key={studentId}
            label={`Car of ${personName(day, studentId)}`}
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
