import { Button, Table, TableBody, TableCell, TableHead, TableRow, Typography } from '@mui/material'
import type { ReactNode } from 'react'
import type { CarState } from '@ochote/core'
import { lapTime, runningTime } from '../../format/format'

/** A car on the wall. */
export interface WallCar {
  readonly stintId: string
  readonly student: string
  readonly carName: string
  readonly instructor: string
  readonly state: CarState
  readonly lastS: number | null
  readonly releaseBar: string | null
  readonly key: string
  /** what its logger adds to its state */
  readonly live: ReactNode
}

interface CarTableProps {
  cars: readonly WallCar[]
  selected: number
  now: number
  onSelect: (car: number) => void
  onLine: (car: number) => void
  onIn: (car: number) => void
  onMet: (car: number) => void
}

const states: Record<CarState['state'], string> = { waiting: 'waiting', 'out lap': 'out lap', running: 'running', in: 'in' }

/** Every car of the session: where it should be by the clock, when it is due, how late it is. */
export function CarTable({ cars, selected, now, onSelect, onLine, onIn, onMet }: CarTableProps) {
  return (
    <Table size="small" aria-label="Cars">
      <TableHead>
        <TableRow>
          <TableCell>Key</TableCell>
          <TableCell>Student, in</TableCell>
          <TableCell>State</TableCell>
          <TableCell align="right">Lap, left</TableCell>
          <TableCell align="right">Last lap</TableCell>
          <TableCell align="right">Next lap</TableCell>
          <TableCell />
        </TableRow>
      </TableHead>
      <TableBody>
        {cars.map((car, k) => {
          const { state, lap, left, expectedAtMs, overdueS } = car.state
          return (
            <TableRow
              key={car.stintId}
              selected={k === selected}
              aria-selected={k === selected}
              onClick={() => onSelect(k)}
              sx={{ cursor: 'pointer' }}
            >
              <TableCell>
                <kbd style={{ fontSize: '1.2rem', fontWeight: 800 }}>{car.key}</kbd>
              </TableCell>
              <TableCell>
                <strong>{car.student}</strong>
                <Typography variant="body2" color="text.secondary">
                  {car.carName}, {car.instructor}
                </Typography>
              </TableCell>
              <TableCell>
                {car.releaseBar && state === 'waiting' ? (
                  <Typography color="error" variant="body2">
                    {car.releaseBar}
                    <Button size="small" onClick={(e) => (e.stopPropagation(), onMet(k))}>
                      Briefed {car.student} now
                    </Button>
                  </Typography>
                ) : (
                  <>
                    {states[state]}
                    {car.live}
                  </>
                )}
              </TableCell>
              <TableCell align="right">{state === 'waiting' ? `– , ${left}` : `${lap}, ${left}`}</TableCell>
              <TableCell align="right">{car.lastS === null ? '–' : lapTime(car.lastS)}</TableCell>
              <TableCell align="right">
                {expectedAtMs === null ? (
                  '–'
                ) : overdueS > 0 ? (
                  <Typography component="span" color="error" sx={{ fontWeight: 800 }}>
                    ▲ overdue {Math.round(overdueS)} s
                  </Typography>
                ) : (
                  `in ${runningTime(Math.max(0, (expectedAtMs - now) / 1000)).replace(/\.\d$/, '')}`
                )}
              </TableCell>
              <TableCell align="right" sx={{ whiteSpace: 'nowrap' }}>
                <Button
                  size="small"
                  variant="outlined"
                  disabled={state === 'in' || (state === 'waiting' && car.releaseBar !== null)}
                  onClick={(e) => (e.stopPropagation(), onLine(k))}
                >
                  Line
                </Button>{' '}
                <Button size="small" disabled={state === 'in' || state === 'waiting'} onClick={(e) => (e.stopPropagation(), onIn(k))}>
                  In
                </Button>
              </TableCell>
            </TableRow>
          )
        })}
      </TableBody>
    </Table>
  )
}
