import { Box, Stack, Typography } from '@mui/material'
import { useQuery } from '@tanstack/react-query'
import { useEffect, useMemo, useState, type ReactNode } from 'react'
import { priorityPhrases, stintRecord, talkThrough, type TalkPace, type TalkStep } from '@ochote/core'
import { schoolQuery } from '../api/queries'
import { useStintLog } from '../stintLog/useStintLogs'
import { TrackMap } from '../trackMap/TrackMap'
import { StageFrame } from '../ribbon/StageFrame'
import type { OpenStint } from '../stint/openStint'
import { BriefParts } from './BriefParts'
import { hush, say } from './speech'
import { TalkControls } from './TalkControls'
import { TalkQuestions } from './TalkQuestions'
import { TalkSteps } from './TalkSteps'
import { useTalkClock } from './useTalkClock'
import { useTalkKeys } from './useTalkKeys'
import { distance } from '../format/format'
import { unitsNow } from '../format/units'

/** The lap played along ribbon and map, or stepped mark by mark: what, where, why; questions kept where they were asked. */
export function TalkThrough({ open, choice }: { open: OpenStint; choice: ReactNode }) {
  const { marked, solution, cones, scheme, plan, stint, day } = open
  const language = useQuery(schoolQuery).data?.calls.language ?? 'en-GB'
  const [pace, setPace] = useState<TalkPace>('sighting')
  const [speaking, setSpeaking] = useState(false)
  const { entries, add } = useStintLog(stint.id)
  const steps = useMemo(() => {
    const own = new Map(plan.priorityOverrides.map((p) => [p.cornerNumber, `${priorityPhrases[p.kind]}: ${p.reason}`]))
    const found = new Map(solution.corners.map((c) => [c.number, `a corner ${priorityPhrases[c.priority.kind]}`]))
    return talkThrough(marked, (number) => own.get(number) ?? found.get(number) ?? '', unitsNow())
  }, [marked, solution, plan.priorityOverrides])
  const speak = (step: TalkStep) => speaking && say(`${step.what}, ${step.where}. ${step.why}`, language)
  const clock = useTalkClock(solution, steps, pace, speak)
  const { at, playing, go, play, pause } = clock
  useTalkKeys(
    (by) => go(at + by),
    () => (playing ? pause() : play()),
  )
  useEffect(() => hush, [])
  const step = steps[at]!
  const toCorner = (number: string | null) => {
    const k = steps.findIndex((s) => s.cornerNumber === number)
    if (k >= 0) go(k)
  }
  return (
    <StageFrame ribbon={{ solution, cones, scheme, corner: step.cornerNumber || null, onCorner: toCorner, compact: true }}>
      <Stack direction="row" sx={{ gap: 1.5, alignItems: 'center', flexWrap: 'wrap' }}>
        <Typography variant="h1">Talk-through</Typography>
        {choice}
        <Box sx={{ flex: 1 }} />
        <BriefParts open="Talk-through" dayId={day.id} stintId={stint.id} />
      </Stack>
      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: { xs: 'minmax(0,1fr)', md: 'minmax(0,5fr) minmax(0,6fr)' },
          gap: 3,
          flex: 1,
          minHeight: 0,
        }}
      >
        <Box sx={{ height: { xs: 240, md: '100%' }, minHeight: 240 }}>
          <TrackMap
            solution={solution}
            cones={cones}
            scheme={scheme}
            corner={step.cornerNumber || null}
            reachM={step.stationM}
            onCorner={toCorner}
          />
        </Box>
        <Stack sx={{ gap: 1.5, minHeight: 0 }}>
          <Box component="section" aria-label="Now" aria-live="polite" sx={{ minHeight: 128 }}>
            <Typography variant="body2" color="text.secondary">
              {at + 1} of {steps.length}, {distance(step.stationM)} from the line · arrow keys, space plays
            </Typography>
            <Typography sx={{ fontSize: 'clamp(1.5rem, 2.6vw, 2.2rem)', fontWeight: 750, lineHeight: 1.15 }}>{step.what}</Typography>
            <Typography sx={{ fontSize: '1.25rem' }}>{step.where}</Typography>
            <Typography color="text.secondary">{step.why}</Typography>
          </Box>
          <TalkControls clock={clock} count={steps.length} pace={pace} onPace={setPace} speaking={speaking} onSpeaking={setSpeaking} />
          <TalkQuestions cornerNumber={step.cornerNumber} asked={stintRecord(entries).questions} add={add} />
          <TalkSteps steps={steps} at={at} go={go} />
        </Stack>
      </Box>
    </StageFrame>
  )
}
