import { Box, Button, Stack, Typography } from '@mui/material'
import { styled, useTheme } from '@mui/material/styles'
import { visuallyHidden } from '@mui/utils'
import { useCallback, useMemo, useState, type ReactNode } from 'react'
import { Link as RouterLink } from 'react-router'
import { followUps, isCalled, releaseBar, stintRecord, suggestSteps, timedLaps, correctionsToAskAbout, type Severity } from '@ochote/core'
import { useLiveSource } from '../telemetry/useLiveSource'
import { ProblemNotice } from '../problem/ProblemNotice'
import { stagePath } from '../shell/stages'
import { FollowUpList } from '../stint/FollowUpList'
import type { OpenStint } from '../stint/openStint'
import { buzz } from './buzz'
import { CornerStrip } from './CornerStrip'
import { IncidentTargets } from './incidents/IncidentTargets'
import { IncidentReport } from './incidents/IncidentReport'
import { FaultTargets } from './FaultTargets'
import { NotReleased } from './NotReleased'
import { LastEntry } from './LastEntry'
import { LoggerControl } from './LoggerControl'
import { NextCallBar } from './NextCallBar'
import { Prompt } from './Prompt'
import { SeatClock } from './SeatClock'
import { SeatLog } from './SeatLog'
import { SeatRibbon } from './SeatRibbon'
import { SendingState } from './SendingState'
import { Target } from './Target'
import { useChosenCorner } from './useChosenCorner'
import { useClockOnTop } from './useClockOnTop'
import { useLikelyCodes } from './useLikelyCodes'
import { useLoggedCrossings } from './useLoggedCrossings'
import { useMeasuredAnswers } from './useMeasuredAnswers'
import { usePassed } from './usePassed'
import { useSeatCalls } from './useSeatCalls'
import { useStintLog, type NewEntry } from '../stintLog/useStintLogs'
import { useWakeLock } from './useWakeLock'

const Cabin = styled('div')(({ theme }) => ({
  width: '100%',
  maxWidth: 860,
  margin: '0 auto',
  padding: theme.spacing(1.5, 2),
  display: 'flex',
  flexDirection: 'column',
  gap: theme.spacing(1),
}))

interface SeatProps {
  open: OpenStint
  /** which stint */
  choice: ReactNode
  /** the other seats to go to */
  seats: ReactNode
}

/** The seat beside the student: one finger, one second. */
export function Seat({ open, choice, seats }: SeatProps) {
  const { stint, solution, student, day } = open
  const theme = useTheme()
  const log = useStintLog(stint.id)
  const { add: addEntry } = log
  const record = useMemo(() => stintRecord(log.entries), [log.entries])
  const running = record.phase === 'running'
  useWakeLock(running)
  const clock = useClockOnTop(running)
  const source = useLiveSource(stint.id, solution)
  const passed = usePassed(solution, record, source)
  const sheet = useSeatCalls(open, record)
  const followed = useMemo(() => followUps(record), [record])
  useLoggedCrossings(stint.id, source, log)
  useMeasuredAnswers(stint.id, solution, record, source, passed, followed, log.add)
  const [reporting, setReporting] = useState<string | null>(null)
  const [left, setLeft] = useState<string[]>([])

  const driven = timedLaps(record)
  const current = record.laps.find((lap) => lap.timeS === null)
  const lap = current?.number ?? record.laps.length
  const { corner, lap: passLap, source: chosenBy, choose } = useChosenCorner(solution, record, passed)
  const codes = useLikelyCodes(open, record, corner)
  const add = useCallback(
    (entry: NewEntry, unsafe = false): string => {
      buzz(unsafe)
      return addEntry(entry)
    },
    [addEntry],
  )
  const here = record.faults.filter((f) => f.corner === corner)
  const before = here.filter((f) => f.lap < passLap)
  const lastBefore = before[before.length - 1]
  const tapFault = (code: string) => {
    if (corner === null) return
    const already = here.find((f) => f.lap === passLap && f.code === code)
    if (!already) add({ kind: 'fault', lap: passLap, corner, code, severity: 1 })
    else if (already.severity < 3)
      add({ kind: 'severity', about: already.id, severity: (already.severity + 1) as Severity }, already.severity === 2)
  }
  // while it is driven, a phone's room is for what is tapped
  const onPhone = running ? { xs: 'none', sm: 'block' } : 'block'
  const allDriven = driven.length >= stint.plannedLaps
  const back = releaseBar(day.meeting, student.id, record)
  // someone may be led and seated on the same day: each is named once
  const others = [...new Set(day.stints.map((s) => s.stint.studentId))]
    .filter((id) => id !== student.id)
    .flatMap((id) => day.people.find((p) => p.id === id)?.name ?? [])
  const reported = record.incidents.find((i) => i.incident.id === reporting)
  const unwritten = record.incidents.filter((i) => i.report === null).length
  const suggested = suggestSteps(record, followed, student.push === 'calm').filter((s) => !left.includes(`${s.of}${s.way}${driven.length}`))
  return (
    <>
      <Cabin>
        <Stack direction="row" sx={{ alignItems: 'center', gap: 1.5, flexWrap: 'wrap' }}>
          {/* a phone or tablet has room for the name once, in the choice */}
          <Typography variant="h1" sx={{ [theme.breakpoints.down('md')]: visuallyHidden }}>
            {student.name}
          </Typography>
          {choice}
          <Box sx={{ display: onPhone }}>{seats}</Box>
          <Box sx={{ flex: 1 }} />
          <Box sx={{ display: onPhone }}>
            <LoggerControl stint={stint} />
          </Box>
          <SendingState waiting={log.waiting} />
        </Stack>
        {log.refused !== null && <ProblemNotice error={log.refused} />}
        <div ref={clock}>
          <SeatClock record={record} plannedLaps={stint.plannedLaps} source={source} />
        </div>
        {record.phase === 'ended' ? (
          <Stack direction="row" sx={{ gap: 2, alignItems: 'center', flexWrap: 'wrap' }}>
            <Typography variant="h2">The stint is over.</Typography>
            <Button variant="contained" size="large" component={RouterLink} to={stagePath(day.id, 'debrief', stint.id)}>
              Debrief
            </Button>
            {unwritten > 0 && (
              <Typography color="error">
                {unwritten === 1 ? 'One incident report is' : `${unwritten} incident reports are`} still to write, below.
              </Typography>
            )}
          </Stack>
        ) : back !== null && record.phase === 'ready' ? (
          <NotReleased why={back} dayId={day.id} meetingPath={stagePath(day.id, 'brief/meeting')} onDone={() => add({ kind: 'meeting' })} />
        ) : (
          <Box sx={{ display: 'grid', gridTemplateColumns: allDriven ? '1fr 1fr' : '3fr 1fr', gap: 1 }}>
            <Target
              tone={allDriven ? 'plain' : 'action'}
              sx={{ minHeight: 84, fontSize: '1.5rem' }}
              disabled={!log.ready}
              onClick={() => add({ kind: 'line' })}
            >
              {record.laps.length > 0 ? (allDriven ? 'Line: one more lap' : `Line: lap ${lap} ends`) : 'Line: lap 1 starts'}
            </Target>
            <Target tone={allDriven ? 'action' : 'plain'} disabled={!running} onClick={() => add({ kind: 'in' })}>
              In
            </Target>
          </Box>
        )}
        {running && <NextCallBar sheet={sheet} solution={solution} record={record} source={source} coolingDown={allDriven} />}
        <LastEntry
          entries={log.entries}
          onUndo={(id) => add({ kind: 'undo', about: id })}
          onCalled={({ lap: on, corner: at, code }) => add({ kind: 'called', lap: on, corner: at, code })}
        />
        {running && (
          <Prompt
            asked={corner === null ? undefined : correctionsToAskAbout(followed, corner, passLap)[0]}
            onAnswer={({ calledId }, result) =>
              corner !== null && add({ kind: 'followed', lap: passLap, corner, about: calledId, result, by: 'seen' })
            }
            suggested={suggested[0]}
            onDecide={({ of, way, reason }) => add({ kind: 'step', lap: driven.length, of, way, reason })}
            onLeave={(s) => setLeft([...left, `${s.of}${s.way}${driven.length}`])}
          />
        )}
        <CornerStrip corners={solution.corners} corner={corner} source={chosenBy} lap={passLap} onChoose={choose} />
        <FaultTargets
          codes={codes}
          logged={here.filter((f) => f.lap === passLap)}
          disabled={corner === null || !log.ready}
          onFault={tapFault}
          again={lastBefore && !here.some((f) => f.lap === passLap && f.code === lastBefore.code) ? () => tapFault(lastBefore.code) : null}
          better={lastBefore && corner !== null ? () => add({ kind: 'better', lap: passLap, corner, about: lastBefore.id }) : null}
          lastCode={lastBefore?.code ?? null}
          onPraise={(code) => corner !== null && add({ kind: 'praise', lap: passLap, corner, code })}
        />
        <IncidentTargets lap={passLap} corner={corner} others={others} disabled={!log.ready} onEvent={add} onReport={setReporting} />
      </Cabin>
      <SeatRibbon open={open} record={record} sheet={sheet} source={source} />
      <Cabin>
        <FollowUpList title="Corrections, and what came of them" followUps={followed.filter(isCalled)} />
        <SeatLog entries={log.entries} onUndo={(id) => add({ kind: 'undo', about: id })} onReport={setReporting} />
      </Cabin>
      {reported && (
        <IncidentReport
          incident={reported}
          onSave={(report) => {
            add(report)
            setReporting(null)
          }}
          onClose={() => setReporting(null)}
        />
      )}
    </>
  )
}
