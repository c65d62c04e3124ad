import { Sensors } from '@mui/icons-material'
import {
  Alert,
  Button,
  Checkbox,
  Dialog,
  DialogActions,
  DialogContent,
  DialogTitle,
  FormControlLabel,
  FormGroup,
  Slider,
  Stack,
  Typography,
} from '@mui/material'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import * as z from 'zod'
import {
  loggerSchema,
  simulatedLoggerSchema,
  type LiveLogger,
  type LoggerCommand,
  type SimulatedLogger,
  type Stint,
} from '@ochote/contracts'
import { faultOf } from '@ochote/core'
import { count } from '../format/format'
import { loggersQuery } from '../api/queries'
import { request } from '../api/request'
import { ProblemNotice } from '../problem/ProblemNotice'

const codes = simulatedLoggerSchema.shape.faults.element.options
const rates = [1, 4, 20] as const

/** Sends a request to the live loggers; the answer is their new state. */
function useLoggers() {
  const client = useQueryClient()
  return useMutation({
    mutationFn: ({ path, body, method = 'POST' }: { path: string; body: unknown; method?: 'POST' | 'PUT' }) =>
      request(z.array(loggerSchema), `/api/loggers/${path}`, { method, body }),
    onSuccess: (loggers) => client.setQueryData(loggersQuery.queryKey, loggers),
  })
}

/** Clocks that differ by less than this still match taps with crossings, ms. */
const CLOCKS_AGREE_MS = 3_000

/** Which logger is in this car, and a simulated one to try things with. */
export function LoggerControl({ stint }: { stint: Stint }) {
  const [open, setOpen] = useState(false)
  const loggers = useQuery(loggersQuery)
  const logger = loggers.data?.find((l) => l.stintId === stint.id) ?? null
  return (
    <>
      <Button startIcon={<Sensors />} onClick={() => setOpen(true)} sx={{ minHeight: 48 }}>
        {logger ? (logger.simulated ? `Simulated: ${logger.simulated}` : `Logger: ${logger.name}`) : 'Connect a logger'}
      </Button>
      {open && (
        <LoggerDialog
          stint={stint}
          logger={logger}
          free={loggers.data?.filter((l) => l.stintId === null) ?? []}
          onClose={() => setOpen(false)}
        />
      )}
    </>
  )
}

interface LoggerDialogProps {
  stint: Stint
  logger: LiveLogger | null
  /** loggers that send but don't know their stint */
  free: readonly LiveLogger[]
  onClose: () => void
}

function LoggerDialog({ stint, logger, free, onClose }: LoggerDialogProps) {
  const ask = useLoggers()
  const [drive, setDrive] = useState<SimulatedLogger>({ stintId: stint.id, skill: 0.6, faults: ['be'], laps: stint.plannedLaps, rate: 1 })
  const command = (name: LoggerCommand) => ask.mutate({ path: `${logger!.id}/command`, body: { command: name } })
  const start = () => ask.mutate({ path: 'simulated', body: { id: `sim-${stint.id}`, drive } })
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm" aria-labelledby="logger-title">
      <DialogTitle id="logger-title">Logger in this car</DialogTitle>
      <DialogContent sx={{ display: 'flex', flexDirection: 'column', gap: 1.5 }}>
        {ask.error && <ProblemNotice error={ask.error} />}
        {logger ? (
          <>
            <Typography>
              {logger.name}
              {logger.simulated ? `: ${logger.simulated}` : ''}. {logger.nextSeq} samples so far.
            </Typography>
            {Math.abs(logger.clockAheadMs ?? 0) > CLOCKS_AGREE_MS && (
              <Alert severity="warning" variant="outlined">
                The logger’s clock is {Math.round(Math.abs(logger.clockAheadMs!) / 1000)} s{' '}
                {logger.clockAheadMs! > 0 ? 'ahead of' : 'behind'} the server’s. A lap that is tapped and logged then counts twice. Set the
                clock of the computer that Ochote runs on; a logger has its time from satellites.
              </Alert>
            )}
            {logger.simulated && (
              <Stack direction="row" sx={{ gap: 1, flexWrap: 'wrap' }}>
                {logger.simulated === 'paused' ? (
                  <Button variant="outlined" onClick={() => command('drive')}>
                    Drive on
                  </Button>
                ) : (
                  <Button variant="outlined" disabled={logger.simulated === 'finished'} onClick={() => command('pause')}>
                    Pause
                  </Button>
                )}
                {logger.simulated === 'link dropped' ? (
                  <Button variant="outlined" onClick={() => command('link back')}>
                    Link back
                  </Button>
                ) : (
                  <Button variant="outlined" disabled={logger.simulated !== 'driving'} onClick={() => command('drop link')}>
                    Drop the link
                  </Button>
                )}
                <Button variant="outlined" onClick={() => command('remove')}>
                  Remove it
                </Button>
              </Stack>
            )}
          </>
        ) : (
          <>
            <Typography>
              No logger is sending for this stint. A logger that is set to the stint’s number is found automatically:{' '}
              <code>{stint.id}</code>
            </Typography>
            {free.map(({ id, name }) => (
              <Stack key={id} direction="row" sx={{ gap: 1.5, alignItems: 'center' }}>
                <Typography sx={{ flex: 1 }}>{name}</Typography>
                <Button variant="outlined" onClick={() => ask.mutate({ path: `${id}/stint`, body: { stintId: stint.id }, method: 'PUT' })}>
                  {name} is in this car
                </Button>
              </Stack>
            ))}
            <Typography variant="h3">To try Ochote without a car: a simulated student</Typography>
            <Typography id="skill">Skill: {Math.round(drive.skill * 100)} %</Typography>
            <Slider
              aria-labelledby="skill"
              value={drive.skill}
              min={0}
              max={1}
              step={0.05}
              onChange={(_e, skill) => setDrive({ ...drive, skill: skill as number })}
            />
            <FormGroup row>
              {codes.map((code) => (
                <FormControlLabel
                  key={code}
                  label={faultOf(code)?.name ?? code}
                  control={
                    <Checkbox
                      checked={drive.faults.includes(code)}
                      onChange={(_e, on) =>
                        setDrive({ ...drive, faults: on ? [...drive.faults, code] : drive.faults.filter((c) => c !== code) })
                      }
                    />
                  }
                />
              ))}
            </FormGroup>
            <Stack direction="row" role="radiogroup" aria-label="How fast it runs" sx={{ gap: 1 }}>
              {rates.map((rate) => (
                <Button
                  key={rate}
                  role="radio"
                  aria-checked={drive.rate === rate}
                  variant={drive.rate === rate ? 'contained' : 'outlined'}
                  onClick={() => setDrive({ ...drive, rate })}
                >
                  {rate === 1 ? 'Real time' : `${rate} times as fast`}
                </Button>
              ))}
            </Stack>
          </>
        )}
      </DialogContent>
      <DialogActions>
        {!logger && (
          <Button variant="contained" onClick={start} disabled={ask.isPending}>
            Let it drive {count(drive.laps, 'lap')}
          </Button>
        )}
        <Button onClick={onClose}>Close</Button>
      </DialogActions>
    </Dialog>
  )
}
