import { Box, Button, Stack, Typography } from '@mui/material'
import { styled } from '@mui/material/styles'
import { useMemo, useState, type ReactNode } from 'react'
import { Link as RouterLink } from 'react-router'
import { cornerByClock, lapOfCorner, likelyFaults, stintRecord, timedLaps, type Severity } from '@ochote/core'
import { useQuery } from '@tanstack/react-query'
import { studentQuery } from '../api/queries'
import { ProblemNotice } from '../problem/ProblemNotice'
import { RibbonFoot } from '../ribbon/RibbonFoot'
import { useCornerChoice } from '../ribbon/useCornerChoice'
import { logNotes } from '../stint/logNotes'
import { stagePath } from '../shell/stages'
import type { OpenStint } from '../stint/openStint'
import { CornerStrip } from './CornerStrip'
import { FaultTargets } from './FaultTargets'
import { LastEntry } from './LastEntry'
import { SeatClock } from './SeatClock'
import { SeatLog } from './SeatLog'
import { SendingState } from './SendingState'
import { Target } from './Target'
import { useNow } from './useNow'
import { useStintLog } from './useStintLog'
import { useWakeLock } from './useWakeLock'

const Cabin = styled('div')(({ theme }) => ({
  width: '100%',
  maxWidth: 860,
  margin: '0 auto',
  padding: theme.spacing(1.5, 2),
  display: 'flex',
  flexDirection: 'column',
  gap: theme.spacing(1.5),
}))

const TARGETS = 6
/** A corner chosen by hand stays chosen this long; then the clock chooses again. */
const CHOSEN_FOR_MS = 20_000

/** The seat beside the student: one finger, one second. */
export function Seat({ open, choice }: { open: OpenStint; choice: ReactNode }) {
  const { file, solution, student, event, cones, scheme } = open
  const { stint } = file
  const log = useStintLog(file)
  const record = useMemo(() => stintRecord(log.entries), [log.entries])
  const running = record.phase === 'running'
  useWakeLock(running)
  const now = useNow(500, running)
  const [chosen, setChosen] = useState<{ corner: string; atMs: number } | null>(null)
  const [ribbonCorner, chooseRibbonCorner] = useCornerChoice(undefined)

  const current = record.laps.find((lap) => lap.timeS === null)
  const lap = current?.number ?? record.laps.length
  const elapsedS = current ? Math.max(0, now - current.startedAtMs) / 1000 : 0
  const driven = timedLaps(record)
  const expectedS = driven[driven.length - 1]?.timeS ?? solution.trace.lapTimeS
  const byClock = running ? cornerByClock(solution, lap, elapsedS, expectedS) : null
  const byHand = chosen && now - chosen.atMs < CHOSEN_FOR_MS ? chosen.corner : null
  const corner = byHand ?? byClock?.corner ?? chosen?.corner ?? null
  const passLap = corner === null ? lap : byHand ? lapOfCorner(solution, corner, lap, elapsedS, expectedS) : (byClock?.lap ?? lap)
  const earlier = useQuery(studentQuery(student.id))
  const seenBefore = useMemo(
    () =>
      (earlier.data?.days ?? [])
        .flatMap((d) => d.stints)
        .filter((s) => s.stint.id !== stint.id)
        .flatMap((s) => [...stintRecord(s.log).faults]),
    [earlier.data, stint.id],
  )
  const braked = solution.corners.find((c) => c.number === corner)?.points.brakeStart !== null
  const codes = useMemo(() => {
    const seen = [...seenBefore, ...record.faults].filter((f) => f.corner === corner).map((f) => f.code)
    return likelyFaults(seen, braked, TARGETS)
  }, [seenBefore, record.faults, corner, braked])

  const here = record.faults.filter((f) => f.corner === corner)
  const before = here.filter((f) => f.lap < passLap)
  const lastBefore = before[before.length - 1]
  const tapFault = (code: string) => {
    if (corner === null) return
    const already = here.find((f) => f.lap === passLap && f.code === code)
    if (!already) log.add({ kind: 'fault', lap: passLap, corner, code, severity: 1 })
    else if (already.severity < 3) log.add({ kind: 'severity', about: already.id, severity: (already.severity + 1) as Severity })
  }
  const allDriven = driven.length >= stint.plannedLaps
  return (
    <>
      <Cabin>
        <Stack direction="row" sx={{ alignItems: 'center', gap: 1.5, flexWrap: 'wrap' }}>
          <Typography variant="h1">{student.name}</Typography>
          {choice}
          <Box sx={{ flex: 1 }} />
          <SendingState waiting={log.waiting} />
        </Stack>
        {log.refused !== null && <ProblemNotice error={log.refused} />}
        <SeatClock record={record} plannedLaps={stint.plannedLaps} />
        {record.phase === 'ended' ? (
          <Stack direction="row" sx={{ gap: 2, alignItems: 'center' }}>
            <Typography variant="h2">The stint is over.</Typography>
            <Button variant="contained" size="large" component={RouterLink} to={stagePath(event.id, 'debrief', stint.id)}>
              Debrief
            </Button>
          </Stack>
        ) : (
          <Box sx={{ display: 'grid', gridTemplateColumns: allDriven ? '1fr 1fr' : '3fr 1fr', gap: 1 }}>
            <Target
              tone={allDriven ? 'plain' : 'action'}
              sx={{ minHeight: 84, fontSize: '1.5rem' }}
              disabled={!log.ready}
              onClick={() => log.add({ kind: 'line' })}
            >
              {running ? (allDriven ? 'Line: one more lap' : `Line: lap ${lap} ends`) : 'Line: lap 1 starts'}
            </Target>
            <Target tone={allDriven ? 'action' : 'plain'} disabled={!running} onClick={() => log.add({ kind: 'in' })}>
              In
            </Target>
          </Box>
        )}
        <LastEntry entries={log.entries} onUndo={(id) => log.add({ kind: 'undo', about: id })} />
        <CornerStrip
          corners={solution.corners}
          corner={corner}
          source={byHand ? 'chosen' : byClock ? 'by the clock' : null}
          lap={passLap}
          onChoose={(number) => setChosen({ corner: number, atMs: Date.now() })}
        />
        <FaultTargets
          codes={codes}
          logged={here.filter((f) => f.lap === passLap)}
          disabled={corner === null || !log.ready}
          onFault={tapFault}
          again={lastBefore && !here.some((f) => f.lap === passLap && f.code === lastBefore.code) ? () => tapFault(lastBefore.code) : null}
          better={lastBefore && corner !== null ? () => log.add({ kind: 'better', lap: passLap, corner, about: lastBefore.id }) : null}
          lastCode={lastBefore?.code ?? null}
          onPraise={(code) => corner !== null && log.add({ kind: 'praise', lap: passLap, corner, code })}
        />
        <SeatLog entries={log.entries} onUndo={(id) => log.add({ kind: 'undo', about: id })} />
      </Cabin>
      <RibbonFoot
        solution={solution}
        cones={cones}
        scheme={scheme}
        corner={ribbonCorner}
        onCorner={chooseRibbonCorner}
        notes={logNotes(solution, record)}
        compact
      />
    </>
  )
}
