import {
  Alert,
  Box,
  Button,
  Checkbox,
  FormControlLabel,
  LinearProgress,
  Stack,
  Table,
  TableBody,
  TableCell,
  TableHead,
  TableRow,
  Typography,
} from '@mui/material'
import { useQuery } from '@tanstack/react-query'
import { useMemo, useState } from 'react'
import { Link as RouterLink, useNavigate } from 'react-router'
import type { DayView, ReleasedSession, Runners } from '@ochote/contracts'
import { stationAtTime, type Release } from '@ochote/core'
import { CommitField } from '../../forms/CommitField'
import { numberText, outOfBounds, typedNumber } from '../../forms/numbers'
import { count, lapTime } from '../../format/format'
import { ConflictDialog } from '../../problem/ConflictDialog'
import { Loaded } from '../../problem/Loaded'
import { ProblemNotice } from '../../problem/ProblemNotice'
import { StageFrame } from '../../ribbon/StageFrame'
import { useCornerChoice } from '../../ribbon/useCornerChoice'
import { useSaveSession } from '../../sessionForm/useSaveSession'
import { EmptyState } from '../../shell/EmptyState'
import { Page } from '../../shell/Page'
import { stagePath } from '../../shell/stages'
import { useDayLogs } from '../../stintLog/useDayLogs'
import { releaseInWorker } from '../../workers/releaseInWorker'
import { SolvedSession, type SessionStint } from '../SolvedSession'
import { useSessionDay } from '../useSessionDay'
import { ReleaseCard } from './ReleaseCard'
import { runnersOf, USUAL_DAY_SPREAD, USUAL_FACTOR, USUAL_LAP_SPREAD } from './runnersOf'

/** How far apart a session's cars are released: who would catch whom, and where. */
export function SpacingPage() {
  const { day, sessionId } = useSessionDay()
  return (
    <Loaded query={day}>
      {(data) => {
        const session = data.sessions.find((one) => one.id === sessionId)
        if (session?.kind !== 'released')
          return (
            <Page title="Spacing">
              <EmptyState title="This session is not on the wall">Make a session under Run, from the wall.</EmptyState>
            </Page>
          )
        return (
          <SolvedSession key={session.id} day={data} session={session}>
            {(stints) => <Spacing day={data} session={session} stints={stints} />}
          </SolvedSession>
        )
      }}
    </Loaded>
  )
}

interface SpacingProps {
  day: DayView
  session: ReleasedSession
  stints: readonly SessionStint[]
}

const OUT_LAP = 1.1
const BEHIND_S = 1.5
const PASS_S = 2

function Spacing({ day, session, stints }: SpacingProps) {
  const navigate = useNavigate()
  const { stints: logged } = useDayLogs(day)
  const { solution } = stints[0]!
  const [corner, chooseCorner] = useCornerChoice(solution)
  const [laps, setLaps] = useState(Math.max(...stints.map(({ stint }) => stint.plannedLaps)))
  const [wanted, setWanted] = useState(5)
  const [passing, setPassing] = useState(false)
  const [zone, setZone] = useState<[number, number]>([0, 300])
  const [shown, setShown] = useState<'given' | 'best' | 'least'>('given')
  const runners = useMemo(
    () => runnersOf(stints, logged, (id) => day.people.find((p) => p.id === id)?.name ?? ''),
    [stints, logged, day.people],
  )
  const asked = useMemo(
    (): Runners => ({
      ...{ ochote: { format: 'runners', version: 1 }, laps, outLapFactor: OUT_LAP, behindS: BEHIND_S },
      lapLengthM: solution.track.lengthM,
      passing: { allowed: passing, zones: [zone], passS: PASS_S },
      ...{
        intervalS: session.intervalS,
        order: session.stintIds.filter((id) => runners.some((r) => r.id === id)),
        wantedChance: wanted / 100,
      },
      runners: runners.map(({ ownLaps: _, ...runner }) => runner),
    }),
    [laps, solution.track.lengthM, passing, zone, session, wanted, runners],
  )
  const simulated = useQuery({
    queryKey: ['release', asked],
    queryFn: ({ signal }) => releaseInWorker(asked, signal),
    staleTime: Infinity,
    retry: false,
  })
  const save = useSaveSession(day.id, session, () => void navigate(stagePath(day.id, 'run/wall', session.id)))
  const nameOf = (id: string) => runners.find((runner) => runner.id === id)?.name ?? ''
  // the simulation goes through the lap evenly in time; the plan says where that is
  const stationOf = (evenM: number) =>
    stationAtTime(solution.track, solution.trace, (evenM / solution.track.lengthM) * solution.trace.lapTimeS)
  const placeOf = (evenM: number) => {
    const station = stationOf(evenM)
    const next = solution.corners.find((c) => (c.points.apex?.stationM ?? 0) > station) ?? solution.corners[0]
    return next ? `before corner ${next.number}` : `${Math.round(station)} m from the start`
  }
  const { data, error, isFetching } = simulated
  const releases = {
    given: data?.given ?? null,
    best: data?.bestOrder ?? null,
    least: data?.leastInterval ?? null,
  }
  const onRibbon: Release | null = releases[shown]
  const notes = (onRibbon?.pairs ?? []).slice(0, 6).map((pair) => ({
    id: `${pair.ahead} ${pair.behind}`,
    stationM: stationOf(pair.stationM),
    text: pair.chance > 0.995 ? '100' : `${Math.round(pair.chance * 100)}%`, // a badge has room for three signs
    severity: (pair.chance > 0.2 ? 3 : pair.chance > 0.05 ? 2 : 1) as 1 | 2 | 3,
  }))
  const titles = { given: 'As the session is', best: 'Fewest catches', least: `Shortest interval for ${numberText(wanted)} %` }
  const use = (release: Release) =>
    save.save({ session: { ...session, stintIds: [...release.order], intervalS: release.intervalS }, stints: [] })
  const number = (label: string, value: number, least: number, most: number, take: (value: number) => void, width = 130) => (
    <CommitField
      label={label}
      numeric
      required
      value={numberText(value)}
      wrong={(text) => outOfBounds(text, least, most)}
      onTake={(text) => take(typedNumber(text))}
      sx={{ width }}
    />
  )
  return (
    <StageFrame ribbon={{ solution, cones: [], scheme: day.markerSchemes[0]!, corner, onCorner: chooseCorner, notes, compact: true }}>
      <Stack direction="row" sx={{ gap: 2, alignItems: 'center', flexWrap: 'wrap' }}>
        <Typography variant="h1">Spacing: {session.name}</Typography>
        <Box sx={{ flex: 1 }} />
        <Button component={RouterLink} to={stagePath(day.id, 'run/wall', session.id)}>
          Wall
        </Button>
      </Stack>
      {save.error && <ProblemNotice error={save.error} />}
      <ConflictDialog what="session" conflict={save.conflict} />
      {error && <ProblemNotice error={error} onRetry={() => void simulated.refetch()} />}
      <Stack direction="row" sx={{ gap: 1.5, flexWrap: 'wrap', alignItems: 'flex-start' }}>
        {number('Laps', laps, 1, 60, (n) => setLaps(Math.round(n)))}
        {number('Wanted: at most, % of days', wanted, 0.1, 100, setWanted, 210)}
        <FormControlLabel
          control={<Checkbox checked={passing} onChange={(_e, on) => setPassing(on)} />}
          label="Passing is allowed from"
          sx={{ mt: 2 }}
        />
        {passing && number('From, m', zone[0], 0, solution.track.lengthM, (m) => setZone([m, zone[1]]))}
        {passing && number('To, m', zone[1], 0, solution.track.lengthM, (m) => setZone([zone[0], m]))}
      </Stack>
      {isFetching && <LinearProgress aria-label="Simulating the days" />}
      {data && (
        <Typography role="status" color="text.secondary">
          {data.days.toLocaleString('en-GB')} days were simulated, with an out lap {Math.round((OUT_LAP - 1) * 100)} % slower. Caught means
          less than {BEHIND_S} s behind.
        </Typography>
      )}
      {data && releases.least === null && <Alert severity="info">No interval up to a lap is long enough for {numberText(wanted)} %.</Alert>}
      <Box
        sx={{ display: 'grid', gridTemplateColumns: { xs: 'minmax(0,1fr)', md: 'repeat(3, minmax(0,1fr))' }, gap: 2, alignItems: 'start' }}
      >
        {(['given', 'best', 'least'] as const).map((key) => {
          const release = releases[key]
          return (
            release && (
              <ReleaseCard
                key={key}
                title={titles[key]}
                {...{ release, nameOf, placeOf }}
                isShown={shown === key}
                onShow={() => setShown(key)}
                onUse={key === 'given' ? null : () => use(release)}
              />
            )
          )
        })}
      </Box>
      <Box sx={{ overflowX: 'auto', flexShrink: 0 }}>
        <Table size="small" aria-label="Runners">
          <TableHead>
            <TableRow>
              {['Student', 'Lap', 'From day to day', 'From lap to lap', 'From'].map((head) => (
                <TableCell key={head}>{head}</TableCell>
              ))}
            </TableRow>
          </TableHead>
          <TableBody>
            {runners.map((runner) => (
              <TableRow key={runner.id}>
                <TableCell>{runner.name}</TableCell>
                <TableCell>{lapTime(runner.lapS)}</TableCell>
                <TableCell>± {runner.daySpreadS.toFixed(1)} s</TableCell>
                <TableCell>± {runner.lapSpreadS.toFixed(1)} s</TableCell>
                <TableCell>
                  {runner.ownLaps > 0
                    ? `${count(runner.ownLaps, 'lap')} of their own today; from day to day ${USUAL_DAY_SPREAD * 100} %, an estimate`
                    : `the plan’s lap × ${USUAL_FACTOR}, and ${USUAL_DAY_SPREAD * 100} % and ${USUAL_LAP_SPREAD * 100} % of it: estimates`}
                </TableCell>
              </TableRow>
            ))}
          </TableBody>
        </Table>
      </Box>
    </StageFrame>
  )
}
