import { Box, Stack, Typography } from '@mui/material'
import { useMemo, useState, type ReactNode } from 'react'
import type { DayView, LedSession } from '@ochote/contracts'
import { carBar, releaseBar, offeredFaults, rotationTable, stintRecord, turnOfLap } from '@ochote/core'
import { Caution } from '../../caution/Caution'
import { useGoneThrough } from '../../stintLog/useGoneThrough'
import { useServerLog, useStintLogs } from '../../stintLog/useStintLogs'
import { buzz } from '../buzz'
import { CornerStrip } from '../CornerStrip'
import { FaultTargets } from '../FaultTargets'
import { LastEntry } from '../LastEntry'
import { PraiseTargets } from '../PraiseTargets'
import { SendingState } from '../SendingState'
import type { SessionStint } from '../SolvedSession'
import { Target } from '../Target'
import { LiveSource } from '../../telemetry/liveSource'
import { useKeptFor } from '../useOfferedFaults'
import { useLineQuestion } from '../useLineQuestion'
import { useChosenCorner } from '../useChosenCorner'
import { usePassed } from '../usePassed'
import { useWakeLock } from '../useWakeLock'
import { BehindTheLead } from './BehindTheLead'
import { calledNames } from './calledNames'
import { Followers } from './Followers'
import { LeadNotReleased, type Held } from './LeadNotReleased'
import { Rotation } from './Rotation'
import { SwapPlace } from './SwapPlace'
import { swapStraight } from './swapStraight'

interface LeadProps {
  day: DayView
  session: LedSession
  stints: readonly SessionStint[]
  actions: ReactNode
}

interface Made {
  readonly stintId: string
  readonly id: string
}

const POLL_MS = 5_000

/** The car in front: who follows in what order, the next swap and its words, one tap a lap, faults by name with one hand. */
export function Lead({ day, session, stints, actions }: LeadProps) {
  useServerLog({ dayId: day.id }, POLL_MS)
  const { logOf, add } = useStintLogs(session.stintIds)
  // the lead drives one lap for everyone: the one planned for the first follower's car
  const { solution } = stints[0]!
  const people = stints.map(({ stint }) => day.people.find((p) => p.id === stint.studentId)!)
  const names = calledNames(people.map((p) => p.name))
  const records = useMemo(() => session.stintIds.map((id) => stintRecord(logOf(id).entries)), [session.stintIds, logOf])
  const lead = records[0]!
  const running = lead.phase === 'running'
  useWakeLock(running)
  const [chosen, setChosen] = useState<number | null>(null)
  const [last, setLast] = useState<readonly Made[]>([])

  const [nobodyLive] = useState(() => new LiveSource())
  const passed = usePassed(solution, lead, nobodyLive)
  const { corner, lap: passLap, source, choose } = useChosenCorner(solution, lead, passed)

  const turns = rotationTable(stints.length, session.laps, session.lapsBehind)
  const lap = lead.laps.find((l) => l.timeS === null)?.number ?? lead.laps.length
  const turn = turnOfLap(turns, Math.max(1, lap))!
  const next = turns[turns.indexOf(turn) + 1]
  const follower = chosen ?? turn.follower
  const stintId = stints[follower]!.stint.id
  const straight = swapStraight(solution, session.swapAfterCorner)
  const ready = session.stintIds.every((id) => logOf(id).ready)
  const waiting = session.stintIds.reduce((sum, id) => sum + logOf(id).waiting, 0)
  const unreadable = session.stintIds.reduce((sum, id) => sum + logOf(id).unreadable, 0)
  const all = (tapped: { kind: 'line' } | { kind: 'in' }) => {
    buzz()
    setLast(
      stints.map(({ stint }) => ({
        stintId: stint.id,
        id: add(stint.id, tapped.kind === 'line' ? { kind: 'line', source: 'lead' } : tapped),
      })),
    )
  }
  const gone = useGoneThrough(day)
  const heldCars = [...new Set(stints.flatMap(({ stint }) => carBar(day, stint.carId) ?? []))]
  const held: Held[] = people.flatMap((p, k) => {
    const why = releaseBar(day.meeting, p.id, records[k]!.metHere || gone.has(p.id))
    return why === null ? [] : [{ name: names[k]!, why, stintId: stints[k]!.stint.id }]
  })
  const log = (code: string) => {
    if (corner === null) return
    buzz()
    const already = records[follower]!.faults.find((f) => f.corner === corner && f.lap === passLap && f.code === code)
    const { instructorId: loggedBy } = stints[0]!.stint
    if (!already) setLast([{ stintId, id: add(stintId, { kind: 'fault', lap: passLap, corner, code, severity: 1, loggedBy }) }])
    else if (already.severity < 3) add(stintId, { kind: 'severity', about: already.id, severity: already.severity === 1 ? 2 : 3 })
  }
  const here = records[follower]!.faults.filter((f) => f.corner === corner)
  const braked = solution.corners.find((c) => c.number === corner)?.points.brakeStart !== null
  // the targets stay as they are while a corner is chosen: none moves under a finger
  const offered = useKeptFor(
    corner === null ? null : `${corner} ${follower}`,
    offeredFaults(
      here.map((f) => f.code),
      braked,
    ),
  )
  const before = here.filter((f) => f.lap < passLap).pop()
  const done = lap >= session.laps
  const { tap, question } = useLineQuestion()
  return (
    <Box sx={{ width: '100%', maxWidth: 1100, mx: 'auto', px: 2, py: 1.5, display: 'flex', flexDirection: 'column', gap: 1.5 }}>
      <Stack direction="row" sx={{ gap: 1.5, alignItems: 'center', flexWrap: 'wrap' }}>
        <Typography variant="h1">Lead: {session.name}</Typography>
        <Box sx={{ flex: 1 }} />
        {actions}
        <SendingState waiting={waiting} unreadable={unreadable} />
      </Stack>
      {question}
      {held.length + heldCars.length > 0 && lead.phase === 'ready' ? (
        <LeadNotReleased held={held} cars={heldCars} onBriefed={(id) => add(id, { kind: 'meeting' })} />
      ) : (
        lead.phase !== 'ended' && (
          <Box sx={{ display: 'grid', gridTemplateColumns: done ? '1fr 1fr' : '3fr 1fr', gap: 1 }}>
            <Target
              tone={done ? 'plain' : 'action'}
              sx={{ minHeight: 84, fontSize: '1.4rem' }}
              disabled={!ready}
              onClick={() => tap({ record: lead, plannedS: solution.trace.lapTimeS, take: () => all({ kind: 'line' }) })}
            >
              {running ? `Line: lap ${lap} ends` : 'Line: lap 1 starts'}
            </Target>
            <Target tone={done ? 'action' : 'plain'} disabled={!running} onClick={() => all({ kind: 'in' })}>
              All in
            </Target>
          </Box>
        )
      )}
      <BehindTheLead session={session} names={names} turn={turn} next={next} lap={lap} phase={lead.phase} straight={straight} />
      <Followers order={turn.order} names={names} chosen={follower} onChoose={setChosen} />
      <LastEntry
        entries={last[0] ? logOf(last[0].stintId).entries : []}
        // an entry for everyone is undone for everyone
        onUndo={(about) => {
          const loggedTogether = last.some((made) => made.id === about) ? last : [{ stintId: last[0]!.stintId, id: about }]
          for (const made of loggedTogether) add(made.stintId, { kind: 'undo', about: made.id })
        }}
      />
      <CornerStrip corners={solution.corners} corner={corner} source={source} lap={passLap} onChoose={choose} />
      <FaultTargets
        offered={offered}
        logged={here.filter((f) => f.lap === passLap)}
        disabled={corner === null || !ready || !running}
        onFault={log}
        again={before && !here.some((f) => f.lap === passLap && f.code === before.code) ? () => log(before.code) : null}
        better={before && corner !== null ? () => add(stintId, { kind: 'better', lap: passLap, corner, about: before.id }) : null}
        lastCode={before?.code ?? null}
      />
      <PraiseTargets
        disabled={corner === null || !ready || !running}
        onPraise={(code) => {
          if (corner === null) return
          setLast([{ stintId, id: add(stintId, { kind: 'praise', lap: passLap, corner, code }) }])
        }}
      />
      <SwapPlace dayId={day.id} session={session} solution={solution} after={straight.after} />
      <Rotation turns={turns} names={names} lap={lap} swapAt={straight.short} />
      <Caution />
    </Box>
  )
}
