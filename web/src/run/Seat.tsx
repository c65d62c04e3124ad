import { Box, Stack, Typography } from '@mui/material'
import { styled, useTheme } from '@mui/material/styles'
import { visuallyHidden } from '@mui/utils'
import { useCallback, useMemo, useState, useSyncExternalStore, type ReactNode } from 'react'
import { followUps, isCalled, stintRecord, suggestSteps, timedLaps, correctionsToAskAbout } from '@ochote/core'
import { useQuery } from '@tanstack/react-query'
import { useNavigate } from 'react-router'
import { stintQuery } from '../api/queries'
import { stagePath } from '../shell/stages'
import { useLiveSource } from '../telemetry/useLiveSource'
import { FollowUpList } from '../stint/FollowUpList'
import type { OpenStint } from '../stint/openStint'
import { buzz } from './buzz'
import { CornerSoFar } from './CornerSoFar'
import { CornerStrip } from './CornerStrip'
import { IncidentTargets } from './incidents/IncidentTargets'
import { IncidentReport } from './incidents/IncidentReport'
import { LastEntry } from './LastEntry'
import { LoggerControl } from './LoggerControl'
import { NextCallBar } from './NextCallBar'
import { PraiseTargets } from './PraiseTargets'
import { Prompt } from './Prompt'
import { SeatClock } from './SeatClock'
import { SeatFaults } from './SeatFaults'
import { SeatLine } from './SeatLine'
import { SeatLog } from './SeatLog'
import { SeatRibbon } from './SeatRibbon'
import { SendingState } from './SendingState'
import { useChosenCorner } from './useChosenCorner'
import { useSeatOnTop } from './useSeatOnTop'
import { useOfferedFaults } from './useOfferedFaults'
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
  padding: theme.spacing(1, 2),
  display: 'flex',
  flexDirection: 'column',
  gap: theme.spacing(0.75),
}))

/** The clock beside the line target where there is room for both. */
const TopRow = styled('div')(({ theme }) => ({
  display: 'grid',
  gap: theme.spacing(0.75, 3),
  alignItems: 'center',
  [theme.breakpoints.up('sm')]: { gridTemplateColumns: 'minmax(0, 5fr) minmax(0, 6fr)' },
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
  const top = useSeatOnTop(running)
  const source = useLiveSource(stint.id, solution)
  const loggerId = useSyncExternalStore(source.subscribe, source.loggerId)
  const passed = usePassed(solution, record, source)
  const sheet = useSeatCalls(open, record)
  const followed = useMemo(() => followUps(record), [record])
  useLoggedCrossings(stint.id, source, log)
  useMeasuredAnswers(stint.id, solution, record, source, passed, followed, log.add)
  const [reporting, setReporting] = useState<string | null>(null)
  const [declined, setDeclined] = useState<string[]>([])

  const driven = timedLaps(record)
  const { corner, lap: passLap, source: chosenBy, choose, keep } = useChosenCorner(solution, record, passed)
  const offered = useOfferedFaults(open, record, corner)
  const add = useCallback(
    (entry: NewEntry, unsafe = false): string => {
      buzz(unsafe)
      keep()
      return addEntry(entry)
    },
    [addEntry, keep],
  )
  const navigate = useNavigate()
  // the debrief opens also where the link has gone by then
  useQuery(stintQuery(stint.id))
  const addLine = (entry: NewEntry) => {
    add(entry)
    if (entry.kind === 'in') void navigate(stagePath(day.id, 'debrief', stint.id), { state: { justIn: true } })
  }
  // while driving, a phone's space is for targets
  const onPhone = running ? { xs: 'none', sm: 'block' } : 'block'
  const allDriven = driven.length >= stint.plannedLaps
  // someone may be in a led and another session on the same day: name each person once
  const others = [...new Set(day.stints.map((s) => s.stint.studentId))]
    .filter((id) => id !== student.id)
    .flatMap((id) => day.people.find((p) => p.id === id)?.name ?? [])
  const reported = record.incidents.find((i) => i.incident.id === reporting)
  const suggested = suggestSteps(record, followed, student.push === 'calm').filter(
    (s) => !declined.includes(`${s.of}${s.way}${driven.length}`),
  )
  return (
    <>
      <Cabin>
        <Stack ref={top} direction="row" sx={{ alignItems: 'center', gap: 1.5, flexWrap: running ? 'nowrap' : 'wrap' }}>
          {/* a phone or tablet has space for the name only once, in the choice */}
          <Typography variant="h1" sx={{ [theme.breakpoints.down('md')]: visuallyHidden }}>
            {student.name}
          </Typography>
          {choice}
          <Box sx={{ display: onPhone, flexShrink: 0 }}>{seats}</Box>
          <Box sx={{ flex: 1 }} />
          <Box sx={{ display: onPhone, flexShrink: 0 }}>
            <LoggerControl stint={stint} />
          </Box>
          <SendingState waiting={log.waiting} unreadable={log.unreadable} />
        </Stack>
        <TopRow>
          <SeatClock record={record} plannedLaps={stint.plannedLaps} source={source} />
          <SeatLine open={open} byLogger={loggerId !== null} record={record} ready={log.ready} onEntry={addLine} />
        </TopRow>
        {running && <NextCallBar sheet={sheet} solution={solution} record={record} source={source} coolingDown={allDriven} />}
        {running && (
          <Prompt
            asked={corner === null ? undefined : correctionsToAskAbout(followed, corner, passLap)[0]}
            onAnswer={({ calledId }, result) =>
              corner !== null && add({ kind: 'followed', lap: passLap, corner, about: calledId, result, by: 'seen' })
            }
            suggested={suggested[0]}
            onDecide={({ of, way, reason }) => add({ kind: 'step', lap: driven.length, of, way, reason })}
            onLeave={(s) => setDeclined([...declined, `${s.of}${s.way}${driven.length}`])}
            otherwise={
              corner !== null && <CornerSoFar corner={corner} lap={passLap} record={record} aims={stint.aims} cones={open.cones} />
            }
          />
        )}
        <CornerStrip corners={solution.corners} corner={corner} source={chosenBy} lap={passLap} onChoose={choose} />
        <SeatFaults {...{ record, corner, offered }} lap={passLap} loggedBy={stint.instructorId} ready={log.ready} onEntry={add} />
        <LastEntry
          entries={log.entries}
          onUndo={(id) => add({ kind: 'undo', about: id })}
          onCalled={({ lap: on, corner: at, code }) => add({ kind: 'called', lap: on, corner: at, code })}
        />
        <PraiseTargets
          disabled={corner === null || !log.ready}
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
