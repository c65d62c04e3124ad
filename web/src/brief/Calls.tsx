import { Box, Button, MenuItem, Stack, Table, TableBody, TableCell, TableHead, TableRow, TextField, Typography } from '@mui/material'
import { useMemo, useState, type ReactNode } from 'react'
import type { School } from '@ochote/contracts'
import { callOptionsOf, DEFAULT_WORDS_PER_SECOND, planCalls } from '@ochote/core'
import { count } from '../format/format'
import { PdfButton } from '../pdf/PdfButton'
import { saveFile } from '../pdf/saveFile'
import { callBars } from '../ribbon/callBars'
import { StageFrame } from '../ribbon/StageFrame'
import { useCornerChoice } from '../ribbon/useCornerChoice'
import { callsFor } from '../stint/callsFor'
import type { OpenStint } from '../stint/openStint'
import { BriefParts } from './BriefParts'
import { callsCsv, callsVtt, inOrder } from './callFiles'
import { SpeechRate } from './SpeechRate'
import { WordingEditor } from './WordingEditor'

/** A phone shows when, where and what to say. */
const wide = { display: { xs: 'none', sm: 'table-cell' } }

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
        { plan, instructor },
        {
          marked,
          language: school.calls,
          fewWords: student.talk === 'few',
          correctStreaks: student.talk === 'many' ? new Map() : new Map(Object.keys(about).map((id) => [id, lap - 1])),
        },
      ),
    [plan, instructor, marked, about, school.calls, student.talk, lap],
  )
  const bars = useMemo(() => callBars(solution, sheet), [solution, sheet])
  const clashing = new Set(sheet.clashes.flat())
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
      <Typography color="text.secondary">
        {count(sheet.calls.length, 'call')}, {sheet.timing.wordsPerSecond.toFixed(1)} words a second
        {instructor.wordsPerSecond === null
          ? ` (usual: ${instructor.name} has not been measured, so ${DEFAULT_WORDS_PER_SECOND} is used)`
          : ` (${instructor.name}, measured)`}
        , each ends {sheet.timing.reactionS.toFixed(1)} s before its action
        {plan.firstSession ? ': a first session' : ''}.{' '}
        {student.talk === 'few'
          ? `${student.name} wants few words.`
          : student.talk === 'many'
            ? `${student.name} wants many words: nothing fades.`
            : ''}
        {lap > 2 && student.talk !== 'many' ? ' If both laps before were right, only slowing down is called, in one word.' : ''}
      </Typography>
      {sheet.clashes.map(([a, b]) => (
        <Typography key={`${a}${b}`} role="alert" color="error">
          No time for both: {about[a]?.verb} at corner {about[a]?.cornerNumber} and {about[b]?.verb} at corner {about[b]?.cornerNumber}. Say
          one before the lap.
        </Typography>
      ))}
      {sheet.calls.length === 0 ? (
        <Typography>Nothing is called on this lap.</Typography>
      ) : (
        <Table size="small" aria-label="Calls in the order of the lap">
          <TableHead>
            <TableRow>
              <TableCell align="right">Begin, s</TableCell>
              <TableCell align="right" sx={wide}>
                Action, s
              </TableCell>
              <TableCell align="right" sx={wide}>
                Place, m
              </TableCell>
              <TableCell>Corner</TableCell>
              <TableCell>Say</TableCell>
              <TableCell sx={wide}>Length</TableCell>
            </TableRow>
          </TableHead>
          <TableBody>
            {inOrder(sheet).map((call) => (
              <TableRow
                key={call.id}
                hover
                selected={about[call.id]!.cornerNumber === corner}
                onClick={() => chooseCorner(about[call.id]!.cornerNumber || null)}
              >
                <TableCell align="right">
                  {call.startS < 0 ? `${(-call.startS).toFixed(1)} before the line` : call.startS.toFixed(1)}
                </TableCell>
                <TableCell align="right" sx={wide}>
                  {call.actionTimeS.toFixed(1)}
                </TableCell>
                <TableCell align="right" sx={wide}>
                  {Math.round(about[call.id]!.stationM)}
                </TableCell>
                <TableCell>{about[call.id]!.cornerNumber || '–'}</TableCell>
                <TableCell sx={{ fontWeight: 650 }}>{call.text}</TableCell>
                <TableCell sx={wide}>
                  {call.wording}
                  {clashing.has(call.id) ? ', clashes' : ''}
                </TableCell>
              </TableRow>
            ))}
          </TableBody>
        </Table>
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
          words={planCalls(marked, { language: school.calls })
            .calls.slice(0, 6)
            .map((c) => c.text)
            .join('. ')}
          onClose={() => setDialog(null)}
        />
      )}
    </StageFrame>
  )
}
