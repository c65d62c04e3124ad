import { Box, Button, MenuItem, Stack, TextField, Typography } from '@mui/material'
import { useMemo, useState, type ReactNode } from 'react'
import type { School } from '@ochote/contracts'
import { callOptionsOf, planCalls } from '@ochote/core'
import { PdfButton } from '../pdf/PdfButton'
import { saveFile } from '../device/saveFile'
import { callBars } from '../ribbon/callBars'
import { StageFrame } from '../ribbon/StageFrame'
import { useCornerChoice } from '../ribbon/useCornerChoice'
import { callsFor } from '../stint/callsFor'
import type { OpenStint } from '../stint/openStint'
import { BriefParts } from './BriefParts'
import { callsCsv, callsVtt } from './callFiles'
import { CallTable } from './CallTable'
import { CallTiming } from './CallTiming'
import { SpeechRate } from './SpeechRate'
import { WordingEditor } from './WordingEditor'

/** The call sheet of a stint: for its student's own speeds, in the school's words, at the instructor's own pace of speech. */
export function Calls({ open, school, choice }: { open: OpenStint; school: School; choice: ReactNode }) {
  const { marked, solution, cones, scheme, plan, student, instructor, stint, day } = open
  const [corner, chooseCorner] = useCornerChoice(solution)
  const [lap, setLap] = useState(1)
  const [dialog, setDialog] = useState<'rate' | 'words' | null>(null)
  const about = useMemo(() => callOptionsOf(marked).about, [marked])
  const sheet = useMemo(
    () =>
      callsFor(
        { plan, instructor, scheme },
        {
          marked,
          language: school.calls,
          fewWords: student.talk === 'few',
          correctStreaks: student.talk === 'many' ? new Map() : new Map(Object.keys(about).map((id) => [id, lap - 1])),
        },
      ),
    [plan, instructor, scheme, marked, about, school.calls, student.talk, lap],
  )
  const bars = useMemo(() => callBars(solution, sheet), [solution, sheet])
  const title = `Calls, ${student.name}, lap ${lap}`
  return (
    <StageFrame ribbon={{ solution, cones, scheme, corner, onCorner: chooseCorner, calls: bars, compact: true }}>
      <Stack direction="row" sx={{ gap: 1.5, alignItems: 'center', flexWrap: 'wrap' }}>
        <Typography variant="h1">Calls</Typography>
        {choice}
        <Box sx={{ flex: 1 }} />
        <BriefParts open="Calls" dayId={day.id} stintId={stint.id} />
      </Stack>
      <Stack direction="row" sx={{ gap: 1, alignItems: 'center', flexWrap: 'wrap' }}>
        <TextField
          select
          size="small"
          label="Calls for"
          value={lap}
          onChange={(e) => setLap(Number(e.target.value))}
          sx={{ minWidth: 150 }}
        >
          {Array.from({ length: stint.plannedLaps }, (_, k) => (
            <MenuItem key={k} value={k + 1}>
              lap {k + 1}
            </MenuItem>
          ))}
        </TextField>
        <Button onClick={() => setDialog('words')}>Edit the wording</Button>
        <Button onClick={() => setDialog('rate')}>Measure how fast {instructor.name.split(' ')[0]} speaks</Button>
        <Box sx={{ flex: 1 }} />
        <PdfButton name={`${title}.pdf`} make={async () => (await import('../pdf/callsPdf')).callsPdf(open, sheet, lap)} />
        <Button onClick={() => saveFile(new Blob([callsCsv(sheet)], { type: 'text/csv' }), `${title}.csv`)}>CSV</Button>
        <Button onClick={() => saveFile(new Blob([callsVtt(sheet, solution.trace.lapTimeS, title)], { type: 'text/vtt' }), `${title}.vtt`)}>
          WebVTT
        </Button>
      </Stack>
      <CallTiming open={open} sheet={sheet} lap={lap} />
      {sheet.clashes.map(([a, b]) => (
        <Typography key={`${a}${b}`} role="alert" color="error">
          No time for both: {about[a]?.verb} at corner {about[a]?.cornerNumber} and {about[b]?.verb} at corner {about[b]?.cornerNumber}. Say
          one before the lap.
        </Typography>
      ))}
      {sheet.calls.length === 0 ? (
        <Typography>Nothing is called on this lap.</Typography>
      ) : (
        <CallTable sheet={sheet} about={about} corner={corner} onCorner={chooseCorner} />
      )}
      {sheet.dropped.length > 0 && (
        <Typography color="text.secondary">
          Left out, because there is no time to say them:{' '}
          {sheet.dropped
            .map((id) => `${about[id]?.verb ?? id}${about[id]?.cornerNumber ? ` at ${about[id].cornerNumber}` : ''}`)
            .join(', ')}
        </Typography>
      )}
      {dialog === 'words' && <WordingEditor school={school} onClose={() => setDialog(null)} />}
      {dialog === 'rate' && (
        <SpeechRate
          instructor={instructor}
          words={planCalls(marked, { language: school.calls, looks: scheme.looks })
            .calls.slice(0, 6)
            .map((c) => c.text)
            .join('. ')}
          onClose={() => setDialog(null)}
        />
      )}
    </StageFrame>
  )
}
