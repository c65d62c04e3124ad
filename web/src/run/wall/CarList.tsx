import { Box, Button, Stack, Typography } from '@mui/material'
import type { ReactNode } from 'react'
import type { CarState } from '@ochote/core'
import { lapTime } from '../../format/format'
import type { CarNeed } from './carNeeds'

/** A car on the wall. */
export interface WallCar {
  readonly stintId: string
  readonly student: string
  readonly carName: string
  readonly instructor: string
  readonly state: CarState
  readonly need: CarNeed
  readonly lastS: number | null
  readonly releaseBar: string | null
  readonly key: string
  /** what its logger adds to its state */
  readonly live: ReactNode
}

interface CarListProps {
  cars: readonly WallCar[]
  selected: number
  onSelect: (car: number) => void
  onLine: (car: number) => void
  onIn: (car: number) => void
  onMet: (car: number) => void
}

/** Every car of the session, in its own place: who is in it and what it needs next. */
export function CarList({ cars, selected, onSelect, onLine, onIn, onMet }: CarListProps) {
  return (
    <Box
      component="ul"
      aria-label="Cars"
      sx={{ listStyle: 'none', p: 0, m: 0, display: 'grid', gridTemplateColumns: { xs: '1fr', lg: '1fr 1fr' }, columnGap: 4 }}
    >
      {cars.map((car, k) => {
        const { state } = car.state
        const isHeld = car.releaseBar !== null && state === 'waiting'
        return (
          <Stack
            key={car.stintId}
            component="li"
            direction="row"
            aria-current={k === selected ? 'true' : undefined}
            onClick={() => onSelect(k)}
            sx={{
              gap: 1.5,
              alignItems: 'center',
              py: 0.75,
              px: 1,
              cursor: 'pointer',
              borderBottom: 1,
              borderColor: 'divider',
              boxShadow: k === selected ? (t) => `inset 5px 0 0 ${t.tokens.action}` : undefined,
              bgcolor: k === selected ? 'background.paper' : undefined,
              opacity: state === 'in' ? 0.7 : 1,
            }}
          >
            <kbd style={{ fontSize: '1.5rem', fontWeight: 800, width: '1.2em', font: 'inherit' }}>
              <strong style={{ fontSize: '1.5rem' }}>{car.key}</strong>
            </kbd>
            <Box sx={{ flex: 1, minWidth: 0 }}>
              <Typography sx={{ fontWeight: 700 }} color={car.need.isLate ? 'error' : 'text.primary'}>
                {car.need.whole}
              </Typography>
              <Typography variant="body2" color="text.secondary">
                <strong>{car.student}</strong>, {car.carName} with {car.instructor}
                {car.lastS !== null && ` · last lap ${lapTime(car.lastS)}`}
                {car.live}
              </Typography>
            </Box>
            {isHeld ? (
              <Button size="small" onClick={(e) => (e.stopPropagation(), onMet(k))}>
                Briefed {car.student} now
              </Button>
            ) : (
              <Stack direction="row" sx={{ gap: 0.5, flexShrink: 0 }}>
                <Button size="small" variant="outlined" disabled={state === 'in'} onClick={(e) => (e.stopPropagation(), onLine(k))}>
                  Line
                </Button>
                <Button size="small" disabled={state === 'in' || state === 'waiting'} onClick={(e) => (e.stopPropagation(), onIn(k))}>
                  In
                </Button>
              </Stack>
            )}
          </Stack>
        )
      })}
    </Box>
  )
}
