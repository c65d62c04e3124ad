import { NavigateBefore, NavigateNext, Pause, PlayArrow } from '@mui/icons-material'
import { Box, Button, FormControlLabel, IconButton, MenuItem, Stack, Switch, TextField, Typography } from '@mui/material'
import { useQuery } from '@tanstack/react-query'
import { useEffect, useMemo, useState, type ReactNode } from 'react'
import { priorityPhrases, stintRecord, talkPaces, talkThrough, type TalkPace, type TalkStep } from '@ochote/core'
import { schoolQuery } from '../api/queries'
import { useStintLog } from '../stintLog/useStintLogs'
import { TrackMap } from '../trackMap/TrackMap'
import { StageFrame } from '../ribbon/StageFrame'
import type { OpenStint } from '../stint/openStint'
import { BriefParts } from './BriefParts'
import { canSpeak, hush, say } from './speech'
import { useTalkClock } from './useTalkClock'
import { useTalkKeys } from './useTalkKeys'

const paceNames: Record<TalkPace, string> = { walking: 'At walking pace', sighting: 'At sighting pace', session: 'At session pace' }

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
    return talkThrough(marked, (number) => own.get(number) ?? found.get(number) ?? '')
  }, [marked, solution, plan.priorityOverrides])
  const speak = (step: TalkStep) => speaking && say(`${step.what}, ${step.where}. ${step.why}`, language)
  const { at, playing, go, play, pause } = useTalkClock(solution, steps, pace, speak)
  useTalkKeys(
    (by) => go(at + by),
    () => (playing ? pause() : play()),
  )
  useEffect(() => hush, [])
  const step = steps[at]!
  const [question, setQuestion] = useState('')
  const asked = stintRecord(entries).questions
  const keep = () => {
    if (question.trim() === '') return
    add({ kind: 'question', corner: step.cornerNumber, text: question.trim() })
    setQuestion('')
  }
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
          <TrackMap solution={solution} cones={cones} scheme={scheme} corner={step.cornerNumber || null} onCorner={toCorner} />
        </Box>
        <Stack sx={{ gap: 1.5, minHeight: 0 }}>
          <Box component="section" aria-label="Now" aria-live="polite" sx={{ minHeight: 128 }}>
            <Typography variant="body2" color="text.secondary">
              {at + 1} of {steps.length}, {Math.round(step.stationM)} m from the line · arrow keys, space plays
            </Typography>
            <Typography sx={{ fontSize: 'clamp(1.5rem, 2.6vw, 2.2rem)', fontWeight: 750, lineHeight: 1.15 }}>{step.what}</Typography>
            <Typography sx={{ fontSize: '1.25rem' }}>{step.where}</Typography>
            <Typography color="text.secondary">{step.why}</Typography>
          </Box>
          <Stack direction="row" sx={{ gap: 1, alignItems: 'center', flexWrap: 'wrap' }}>
            <IconButton aria-label="Mark before" disabled={at === 0} onClick={() => go(at - 1)}>
              <NavigateBefore />
            </IconButton>
            <Button variant="contained" startIcon={playing ? <Pause /> : <PlayArrow />} onClick={playing ? pause : play}>
              {playing ? 'Pause' : 'Play'}
            </Button>
            <IconButton aria-label="Next mark" disabled={at === steps.length - 1} onClick={() => go(at + 1)}>
              <NavigateNext />
            </IconButton>
            <TextField
              select
              size="small"
              hiddenLabel
              value={pace}
              slotProps={{ select: { 'aria-label': 'Pace' } }}
              onChange={(e) => setPace(e.target.value as TalkPace)}
            >
              {talkPaces.map((p) => (
                <MenuItem key={p} value={p}>
                  {paceNames[p]}
                </MenuItem>
              ))}
            </TextField>
            {canSpeak() ? (
              <FormControlLabel
                label="Speak"
                control={<Switch checked={speaking} onChange={(_e, on) => (setSpeaking(on), on ? undefined : hush())} />}
              />
            ) : (
              <Typography variant="body2">This browser has no voice. Read it out yourself.</Typography>
            )}
          </Stack>
          <Box component="section" aria-label="Questions">
            <Stack direction="row" component="form" sx={{ gap: 1 }} onSubmit={(e) => (e.preventDefault(), keep())}>
              <TextField
                size="small"
                fullWidth
                label={step.cornerNumber ? `A question at corner ${step.cornerNumber}` : 'A question here'}
                value={question}
                slotProps={{ htmlInput: { maxLength: 300 } }}
                onChange={(e) => setQuestion(e.target.value)}
              />
              <Button type="submit" disabled={question.trim() === ''}>
                Add
              </Button>
            </Stack>
            {asked.map((q) => (
              <Stack key={q.id} direction="row" sx={{ gap: 1, alignItems: 'center' }}>
                <Typography sx={{ flex: 1 }}>
                  {q.corner ? <strong>Corner {q.corner}: </strong> : null}
                  {q.text}
                </Typography>
                <Button size="small" aria-label={`Delete: ${q.text}`} onClick={() => add({ kind: 'undo', about: q.id })}>
                  Delete
                </Button>
              </Stack>
            ))}
          </Box>
          <Box
            component="ol"
            aria-label="The lap, mark by mark"
            sx={{ overflowY: 'auto', flex: 1, minHeight: 120, m: 0, p: 0, listStyle: 'none' }}
          >
            {steps.map((s, k) => (
              <Box component="li" key={s.id}>
                <Button
                  fullWidth
                  aria-current={k === at ? 'step' : undefined}
                  onClick={() => go(k)}
                  sx={{
                    justifyContent: 'flex-start',
                    textAlign: 'left',
                    textTransform: 'none',
                    py: 0.25,
                    fontWeight: k === at ? 800 : 400,
                    color: 'text.primary',
                  }}
                >
                  {s.what}
                  <Box component="span" sx={{ color: 'text.secondary', ml: 1 }}>
                    {s.where}
                  </Box>
                </Button>
              </Box>
            ))}
          </Box>
        </Stack>
      </Box>
    </StageFrame>
  )
}
