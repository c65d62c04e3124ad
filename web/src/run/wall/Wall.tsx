import { Box, Typography } from '@mui/material'
import { useMemo, useState, type ReactNode } from 'react'
import type { DayView, ReleasedSession } from '@ochote/contracts'
import { callInBy, likelyFaults, nextReleaseMs, stintBar, stintRecord, type CodedEntry, type StintRecord } from '@ochote/core'
import { trueNow } from '../../device/deviceClock'
import { heldBy, keepHeldBy } from '../../device/heldBy'
import { useGoneThrough } from '../../stintLog/useGoneThrough'
import { useServerLog, useStintLogs } from '../../stintLog/useStintLogs'
import { Page } from '../../shell/Page'
import { entryWords } from '../entryWords'
import { Ribbon } from '../../ribbon/Ribbon'
import { useLiveSources } from '../../telemetry/useLiveSources'
import { SendingState } from '../SendingState'
import type { SessionStint } from '../SolvedSession'
import { useLineQuestion } from '../useLineQuestion'
import { useNow } from '../useNow'
import { useWakeLock } from '../useWakeLock'
import { AtTheWall } from './AtTheWall'
import { carKeys } from './carKeys'
import { CarList } from './CarList'
import { CarsOnRibbon } from './CarsOnRibbon'
import { CodeField } from './CodeField'
import { SessionClock } from './SessionClock'
import { todayAt } from './todayAt'
import { useEntriesMade } from './useEntriesMade'
import { wallCar } from './wallCar'

interface WallProps {
  day: DayView
  session: ReleasedSession
  stints: readonly SessionStint[]
  actions: ReactNode
}

const LIKELY = 8
const POLL_MS = 5_000

/** The wall: all cars out, laps by key, who is overdue, coded entries, the release clock, the end called in time. */
export function Wall({ day, session, stints, actions }: WallProps) {
  useServerLog({ dayId: day.id }, POLL_MS)
  const logs = useStintLogs(session.stintIds)
  const { logOf } = logs
  const now = useNow(500, true)
  useWakeLock(true)
  const [selected, setSelected] = useState(0)
  const instructors = day.people.filter(({ role }) => role === 'instructor')
  const [holder, setHolder] = useState(heldBy)
  // someone else's device may have been with an instructor who is not here today
  const atTheWall = instructors.some(({ id }) => id === holder) ? holder : null
  const numbers = stints[0]!.solution.corners.map((c) => c.number)
  const keys = carKeys(stints.length, numbers)
  const records = useMemo(() => session.stintIds.map((id) => stintRecord(logOf(id).entries)), [session.stintIds, logOf])
  const nameOf = (id: string) => day.people.find((p) => p.id === id)?.name ?? ''
  const gone = useGoneThrough(day)
  const followed = useMemo(() => stints.map(({ stint, solution }) => ({ stintId: stint.id, solution })), [stints])
  const sources = useLiveSources(followed)
  const lastRelease = records.reduce<number | null>(
    (latest, r) => (r.releasedAtMs !== null && r.releasedAtMs > (latest ?? 0) ? r.releasedAtMs : latest),
    null,
  )
  const atMs = nextReleaseMs(lastRelease, session.intervalS)
  const isNextOut = nextToGo(day, stints, records, gone)
  const cars = stints.map((sessionStint, k) =>
    wallCar(day, sessionStint, records[k]!, logs, keys[k] ?? '', now, gone, sources[k]!, k === isNextOut ? (atMs ?? now) : null),
  )
  const { log, undo, last, lastEntry, lastEntries } = useEntriesMade(logs)
  const { tap, question } = useLineQuestion()
  const line = (k: number) => {
    const car = cars[k]
    if (!car || car.state.state === 'in' || (car.state.state === 'waiting' && car.releaseBar)) return
    setSelected(k)
    tap({
      record: records[k]!,
      plannedS: stints[k]!.solution.trace.lapTimeS,
      take: () => void log(car.stintId, { kind: 'line', source: 'wall' }),
    })
  }
  const entry = (coded: CodedEntry) => {
    const car = cars[selected]
    if (!car) return
    const { lap } = car.state
    const { corner, code } = coded
    if (coded.kind === 'praise') log(car.stintId, { kind: 'praise', lap, corner, code })
    else if (coded.kind === 'called') log(car.stintId, { kind: 'called', lap, corner, code })
    else
      log(car.stintId, {
        ...{ kind: 'fault', lap, corner, code, severity: coded.severity },
        ...(atTheWall === null ? {} : { loggedBy: atTheWall }),
      })
  }
  const out = cars.filter((c) => c.state.state === 'running' || c.state.state === 'out lap')
  const waiting = isNextOut === null ? undefined : cars[isNextOut]
  const release = () => {
    // the time of the press, not of the last time that the wall was drawn
    if (waiting && (atMs === null || trueNow() >= atMs)) log(waiting.stintId, { kind: 'release' })
  }
  const endMs = todayAt(session.endsAt, now)
  const unsent = session.stintIds.reduce((sum, id) => sum + logOf(id).waiting, 0)
  const unreadable = session.stintIds.reduce((sum, id) => sum + logOf(id).unreadable, 0)
  return (
    <Page
      title={`Wall: ${session.name}`}
      actions={
        <>
          {actions}
          <AtTheWall
            instructors={instructors}
            instructorId={atTheWall}
            onChange={(id) => {
              keepHeldBy(id)
              setHolder(id)
            }}
          />
          <SendingState waiting={unsent} unreadable={unreadable} />
        </>
      }
      caution
    >
      {question}
      <SessionClock
        now={now}
        endMs={endMs}
        callInMs={callInBy(
          out.map((c) => c.state.lapS),
          endMs,
        )}
        out={out.length}
        shown={out.length > 0 && out.every((c) => records[cars.indexOf(c)]!.told.some((t) => t.what === 'last lap'))}
        onShown={() => out.forEach((c) => log(c.stintId, { kind: 'told', lap: c.state.lap, what: 'last lap' }))}
        next={waiting ? { name: waiting.student, atMs } : null}
        onRelease={release}
      />
      <Box component="section" aria-label="Where the cars are">
        <Ribbon
          solution={stints[0]!.solution}
          cones={[]}
          scheme={schemeOf(day, stints[0]!)}
          corner={null}
          onCorner={() => undefined}
          overlay={(scales) => (
            <CarsOnRibbon
              out={cars.flatMap((car, k) =>
                out.includes(car) ? [{ car, solution: stints[k]!.solution, record: records[k]!, source: sources[k]! }] : [],
              )}
              selected={cars[selected]?.stintId ?? null}
              now={now}
              scales={scales}
              onSelect={(id) => setSelected(cars.findIndex((car) => car.stintId === id))}
            />
          )}
          compact
        />
      </Box>
      <CarList
        cars={cars}
        selected={selected}
        onSelect={setSelected}
        onLine={line}
        onIn={(k) => log(cars[k]!.stintId, { kind: 'in' })}
        onMet={(k) => log(cars[k]!.stintId, { kind: 'meeting' })}
      />
      <CodeField
        key={atTheWall} // has the focus again after a choice
        selected={cars[selected]?.student ?? 'nobody'}
        corners={numbers}
        likely={(corner) =>
          likelyFaults(
            (records[selected]?.faults ?? []).filter((f) => f.corner === corner).map((f) => f.code),
            stints[selected]?.solution.corners.find((c) => c.number === corner)?.points.brakeStart !== null,
            LIKELY,
          )
        }
        carKeys={keys}
        onEntry={entry}
        onLine={line}
        onSelect={(k) => setSelected(Math.min(cars.length - 1, k))}
        onMove={(by) => setSelected((k) => (k + by + cars.length) % cars.length)}
        onIn={() => cars[selected] && log(cars[selected].stintId, { kind: 'in' })}
        onRelease={release}
        onUndo={undo}
      />
      <Typography role="status" aria-label="Last entry">
        {lastEntry && last
          ? `${nameOf(stints.find((s) => s.stint.id === last.stintId)!.stint.studentId)}: ${entryWords(lastEntry, lastEntries) ?? ''}`
          : 'Nothing entered here yet.'}
      </Typography>
    </Page>
  )
}

/** The first of the session that nobody has released and nothing keeps back; null where there is none. */
function nextToGo(
  day: DayView,
  stints: readonly SessionStint[],
  records: readonly StintRecord[],
  gone: ReadonlySet<string>,
): number | null {
  const at = stints.findIndex(
    ({ stint }, k) =>
      records[k]!.phase === 'ready' &&
      records[k]!.releasedAtMs === null &&
      stintBar(day, stint, records[k]!.metHere || gone.has(stint.studentId)) === null,
  )
  return at < 0 ? null : at
}

const schemeOf = (day: DayView, { stint }: SessionStint) => {
  const plan = day.plans.find((p) => p.id === stint.planId)
  return day.markerSchemes.find((s) => s.id === plan?.markerSchemeId) ?? day.markerSchemes[0]!
}
