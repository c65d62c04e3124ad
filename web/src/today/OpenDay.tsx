import { Box, Button, LinearProgress, Stack, Typography } from '@mui/material'
import { useQuery } from '@tanstack/react-query'
import { lazy, Suspense, useState } from 'react'
import { Link as RouterLink } from 'react-router'
import type { DayView } from '@ochote/contracts'
import { stintRecord } from '@ochote/core'
import { dayQuery } from '../api/queries'
import { count, lapLength, longDay } from '../format/format'
import { Loaded } from '../problem/Loaded'
import { Page } from '../shell/Page'
import { stagePath } from '../shell/stages'
import { useOpens } from '../shell/openStudent'
import { nextStint, phaseOf } from '../stint/phase'
import { useDayLogs, type LoggedStint } from '../stintLog/useDayLogs'
import { carName, personName } from './names'

// the form comes when it is opened
const DayDialog = lazy(async () => ({ default: (await import('./DayDialog')).DayDialog }))
// the day is on the screen before its table, and before the drawing, which brings the solver and the map with it
const DayStints = lazy(async () => ({ default: (await import('./DayStints')).DayStints }))
const DayRecordings = lazy(async () => ({ default: (await import('./DayRecordings')).DayRecordings }))
const Missing = lazy(async () => ({ default: (await import('./Missing')).Missing }))
const NothingYet = lazy(async () => ({ default: (await import('./NothingYet')).NothingYet }))
const AimList = lazy(async () => ({ default: (await import('./AimList')).AimList }))
const TodayCircuit = lazy(async () => ({ default: (await import('./TodayCircuit')).TodayCircuit }))

/** A day: who is next, what is not ready, the circuit and every stint. */
export function OpenDay({ dayId }: { dayId: string }) {
  useOpens(dayId, null, null)
  const day = useQuery(dayQuery(dayId))
  return <Loaded query={day}>{(data) => <OpenedDay day={data} />}</Loaded>
}

const POLL_MS = 10_000

function OpenedDay({ day }: { day: DayView }) {
  const { circuit } = day
  const { stints, isKnown } = useDayLogs(day, POLL_MS)
  const next = isKnown ? nextStint(stints) : null
  const [isChanging, setIsChanging] = useState(false)
  const isEmpty = stints.length === 0
  return (
    <Page
      title={day.name}
      caution
      actions={
        <>
          <Button component={RouterLink} to={stagePath(day.id, 'timetable')}>
            Timetable
          </Button>
          <Button onClick={() => setIsChanging(true)}>Change the day</Button>
        </>
      }
    >
      <Typography color="text.secondary" sx={{ mt: -2 }}>
        {[longDay(day.date), `${circuit.name}, ${lapLength(circuit.lengthM)}`, day.weather].filter(Boolean).join(' · ')}
      </Typography>
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', md: '5fr 7fr' }, gap: 4 }}>
        <Stack sx={{ gap: 3 }}>
          {!isKnown ? (
            <LinearProgress aria-label="Loading" />
          ) : next ? (
            <Next day={day} next={next} others={stints.filter((s) => s !== next && phaseOf(s) === 'running')} />
          ) : isEmpty ? (
            <Suspense>
              <NothingYet day={day} />
            </Suspense>
          ) : (
            <Typography variant="h2">Every stint has been driven</Typography>
          )}
          {isKnown && !isEmpty && (
            <Suspense>
              <Missing day={day} stints={stints} />
            </Suspense>
          )}
        </Stack>
        <Suspense fallback={<LinearProgress aria-label="Loading" />}>
          <TodayCircuit day={day} {...(next ? { planId: next.stint.planId } : {})} />
        </Suspense>
      </Box>
      <Suspense fallback={<LinearProgress aria-label="Loading" />}>
        <DayStints day={day} stints={stints} nextId={next?.stint.id ?? null} />
      </Suspense>
      {!isEmpty && (
        <Suspense>
          <DayRecordings day={day} />
        </Suspense>
      )}
      <Suspense>{isChanging && <DayDialog day={day} onClose={() => setIsChanging(false)} />}</Suspense>
    </Page>
  )
}

interface NextProps {
  day: DayView
  next: LoggedStint
  /** who is on track besides */
  others: readonly LoggedStint[]
}

function Next({ day, next: { stint, log }, others }: NextProps) {
  const running = stintRecord(log).phase === 'running'
  const stage = running || stint.briefedAt ? 'run' : 'brief'
  return (
    <Box component="section" aria-labelledby="next">
      <Typography id="next" variant="overline" component="h2" color="text.secondary">
        {running ? 'On track' : `Next, ${stint.startsAt}`}
      </Typography>
      <Typography sx={{ fontSize: '2rem', fontWeight: 750, lineHeight: 1.15 }}>{personName(day, stint.studentId)}</Typography>
      <Typography>
        {count(stint.plannedLaps, 'lap')} in {carName(day, stint.carId)} with {personName(day, stint.instructorId)}
      </Typography>
      {others.length > 0 && (
        <Typography sx={{ fontWeight: 650 }}>
          Also out: {others.map((other) => personName(day, other.stint.studentId)).join(', ')}
        </Typography>
      )}
      {stint.aims.length > 0 && (
        <Suspense>
          <AimList aims={stint.aims} />
        </Suspense>
      )}
      <Stack direction="row" sx={{ gap: 1, mt: 1.5 }}>
        <Button variant="contained" size="large" component={RouterLink} to={stagePath(day.id, stage, stint.id)}>
          {stage === 'run' ? 'Take the seat' : 'Brief'}
        </Button>
        <Button size="large" component={RouterLink} to={stagePath(day.id, stage === 'run' ? 'brief' : 'run', stint.id)}>
          {stage === 'run' ? 'Brief' : 'Take the seat'}
        </Button>
      </Stack>
    </Box>
  )
}
