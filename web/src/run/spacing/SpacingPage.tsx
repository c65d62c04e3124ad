import { Alert, Box, Button, LinearProgress, Stack, Typography } from '@mui/material'
import { useQuery } from '@tanstack/react-query'
import { useMemo, useState } from 'react'
import { Link as RouterLink, useNavigate } from 'react-router'
import type { DayView, ReleasedSession, Runners } from '@ochote/contracts'
import { stationAtTime, type Release, type ReleaseProgress } from '@ochote/core'
import { CommitField } from '../../forms/CommitField'
import { numberText, outOfBounds, typedNumber } from '../../forms/numbers'
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
import { LeadAndFollow } from './LeadAndFollow'
import { PassingZones } from './PassingZones'
import { runnersOf } from './runnersOf'
import { RunnersTable } from './RunnersTable'

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
  const [zones, setZones] = useState<[number, number][]>([[0, 300]])
  const [progress, setProgress] = useState<ReleaseProgress | null>(null)
  const [shown, setShown] = useState<'given' | 'best' | 'least'>('given')
  const runners = useMemo(
    () => runnersOf(stints, logged, (id) => day.people.find((p) => p.id === id)?.name ?? ''),
    [stints, logged, day.people],
  )
  const asked = useMemo(
    (): Runners => ({
      ...{ ochote: { format: 'runners', version: 1 }, laps, outLapFactor: OUT_LAP, behindS: BEHIND_S },
      lapLengthM: solution.track.lengthM,
      passing: { allowed: passing, zones, passS: PASS_S },
      ...{
        intervalS: session.intervalS,
        order: session.stintIds.filter((id) => runners.some((r) => r.id === id)),
        wantedChance: wanted / 100,
      },
      runners: runners.map(({ ownLaps: _, ...runner }) => runner),
    }),
    [laps, solution.track.lengthM, passing, zones, session, wanted, runners],
  )
  const simulated = useQuery({
    queryKey: ['release', asked],
    queryFn: ({ signal }) => releaseInWorker(asked, signal, setProgress),
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
      </Stack>
      <PassingZones isAllowed={passing} zones={zones} lapLengthM={solution.track.lengthM} onAllow={setPassing} onZones={setZones} />
      {isFetching && (
        <Box>
          <LinearProgress aria-label="Simulating the days" />
          <Typography color="text.secondary">{progressWords(progress, runners.length)}</Typography>
        </Box>
      )}
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
      <RunnersTable runners={runners} />
      <LeadAndFollow dayId={day.id} solution={solution} names={session.stintIds.flatMap((id) => nameOf(id) || [])} laps={laps} />
    </StageFrame>
  )
}

/** Every order is tried up to seven cars: so many there are. */
const ordersOf = (cars: number): number => (cars <= 1 ? 1 : cars * ordersOf(cars - 1))
const EXHAUSTIVE_TO = 7

/** How far the simulation is. */
function progressWords(so: ReleaseProgress | null, cars: number): string {
  if (so === null) return 'Drawing the days.'
  if ('intervalS' in so) return `Trying an interval of ${so.intervalS} s.`
  const of = cars <= EXHAUSTIVE_TO ? ` of ${ordersOf(cars).toLocaleString('en-GB')}` : ''
  return `Trying orders: ${so.orders.toLocaleString('en-GB')}${of}.`
}
