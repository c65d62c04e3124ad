import { Box, Table, TableBody, TableCell, TableHead, TableRow, Typography } from '@mui/material'
import type { StudentView } from '@ochote/contracts'
import { correctionsSince, faultOf, timedLaps, type CorrectionSince, type SkillState, type StintRecord } from '@ochote/core'
import { count, shortDay } from '../../format/format'

interface EarlierCorrectionsProps {
  student: StudentView
  skills: readonly SkillState[]
  records: ReadonlyMap<string, StintRecord>
}

/** How the corrections of earlier days turned out on later ones, on the circuit driven last. */
export function EarlierCorrections({ student, skills, records }: EarlierCorrectionsProps) {
  const driven = student.days
    .map((day) => ({
      day,
      own: day.stints.map(({ stint, debrief }) => ({ id: stint.id, record: records.get(stint.id)!, workOn: debrief?.workOn ?? [] })),
    }))
    .map(({ day, own }) => ({ day, own, laps: own.reduce((sum, { record }) => sum + timedLaps(record).length, 0) }))
    .filter(({ laps }) => laps > 0)
  const circuit = driven.at(-1)?.day.circuit
  const here = driven.filter(({ day }) => day.circuit.id === circuit?.id)
  const ids = new Set(here.flatMap(({ own }) => own.map(({ id }) => id)))
  const since = correctionsSince(
    here.flatMap(({ day, own }) =>
      own.flatMap(({ record, workOn }) => [
        ...record.called.map(({ corner, code }) => ({ corner, code, date: day.date, how: 'called' as const })),
        ...workOn.map(({ corner, code }) => ({ corner, code, date: day.date, how: 'debriefed' as const })),
      ]),
    ),
    skills.flatMap(({ passes }) => passes.filter(({ stintId }) => ids.has(stintId))),
    here.map(({ day, laps }) => ({ date: day.date, laps })),
  ).filter(({ outcome }) => outcome !== 'not driven since')
  if (since.length === 0) return null
  return (
    <Box component="section" aria-labelledby="earlier-corrections" sx={{ overflowX: 'auto' }}>
      <Typography id="earlier-corrections" variant="h2">
        Corrections of earlier days
      </Typography>
      <Typography color="text.secondary">
        A correction has held where later passes were looked at, by an instructor or a logger, and none had the fault again.
      </Typography>
      <Table size="small">
        <TableHead>
          <TableRow>
            {['Corner', 'Correction for', 'Given', 'Laps since', 'Passes looked at', 'Outcome'].map((head) => (
              <TableCell key={head}>{head}</TableCell>
            ))}
          </TableRow>
        </TableHead>
        <TableBody>
          {since.map((one) => (
            <TableRow key={`${one.date} ${one.corner} ${one.code}`}>
              <TableCell>{one.corner}</TableCell>
              <TableCell>{faultOf(one.code)?.name ?? one.code}</TableCell>
              <TableCell sx={{ whiteSpace: 'nowrap' }}>
                {shortDay(one.date)}: {given(one)}
              </TableCell>
              <TableCell>{one.laps}</TableCell>
              <TableCell>{looked(one)}</TableCell>
              <TableCell>
                <strong>{one.outcome}</strong>
              </TableCell>
            </TableRow>
          ))}
        </TableBody>
      </Table>
    </Box>
  )
}

const looked = ({ again, clean }: CorrectionSince) =>
  again + clean === 0 ? '–' : `${again + clean}: ${clean} clean, ${again} with the fault`

const given = ({ called, debriefed }: CorrectionSince) =>
  [called > 0 && `called ${count(called, 'time')}`, debriefed && 'in the debrief'].filter(Boolean).join(', ')
