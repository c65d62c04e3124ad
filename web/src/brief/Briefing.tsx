import { CheckCircle, RadioButtonUnchecked } from '@mui/icons-material'
import { Box, Button, Stack, Typography } from '@mui/material'
import { useMemo, type ReactNode } from 'react'
import { aimWords, coneFinder, cornerSteps } from '@ochote/core'
import { count, lapTime, longDay } from '../format/format'
import { unitsNow } from '../format/units'
import { PdfButton } from '../pdf/PdfButton'
import { HomeworkList } from '../homework/HomeworkList'
import { TrackMap } from '../trackMap/TrackMap'
import { ConflictDialog } from '../problem/ConflictDialog'
import { ProblemNotice } from '../problem/ProblemNotice'
import { StageFrame } from '../ribbon/StageFrame'
import { useCornerChoice } from '../ribbon/useCornerChoice'
import type { OpenStint } from '../stint/openStint'
import { OtherTypesCones } from '../stint/OtherTypesCones'
import { SaveState } from '../autosave/SaveState'
import { useBrief } from './useBrief'
import { Aims } from './Aims'
import { useQuery } from '@tanstack/react-query'
import { studentQuery } from '../api/queries'
import { lastTime } from './lastTime'
import { BriefParts } from './BriefParts'
import { CornerByCorner } from './CornerByCorner'
import { TodaysSection } from './TodaysSection'
import { Wishes } from './Wishes'

/** A student's briefing on screen: the circuit with its marks, corner by corner what to do where, two aims. */
export function Briefing({ open, choice }: { open: OpenStint; choice: ReactNode }) {
  const { stint, solution, cones, scheme, student, car, vehicleType, instructor, plan, day } = open
  const [corner, chooseCorner] = useCornerChoice(solution)
  const saves = useBrief(stint)
  const { draft: brief, change, error, retry, conflict } = saves
  const earlier = useQuery(studentQuery(student.id))
  const steps = useMemo(() => solution.corners.map((c) => ({ corner: c, steps: cornerSteps(c, cones, unitsNow()) })), [solution, cones])
  const briefed = brief.briefedAt !== null
  return (
    <StageFrame ribbon={{ solution, cones, scheme, corner, onCorner: chooseCorner, compact: true }}>
      <Stack direction="row" sx={{ gap: 1.5, alignItems: 'center', flexWrap: 'wrap' }}>
        <Typography variant="h1">Brief: {student.name}</Typography>
        {choice}
        <Box sx={{ flex: 1 }} />
        <SaveState state={saves} />
        <PdfButton
          name={`Brief ${student.name}.pdf`}
          make={async () =>
            (await import('../pdf/briefPdf')).briefPdf(
              open,
              brief.aims,
              lastTime(earlier.data, stint.id).map((aim) => aimWords(aim, coneFinder(cones))),
            )
          }
        />
        <Button
          variant={briefed ? 'outlined' : 'contained'}
          startIcon={briefed ? <CheckCircle /> : <RadioButtonUnchecked />}
          aria-pressed={briefed}
          onClick={() => change({ ...brief, briefedAt: briefed ? null : new Date().toISOString() })}
        >
          {briefed ? 'Briefed' : 'Mark as briefed'}
        </Button>
      </Stack>
      {error && <ProblemNotice error={error} onRetry={retry} />}
      <ConflictDialog what="brief" conflict={conflict} />
      <Stack direction="row" sx={{ columnGap: 2, rowGap: 0.5, alignItems: 'center', flexWrap: 'wrap' }}>
        <BriefParts open="Student" dayId={day.id} stintId={stint.id} />
        <Typography color="text.secondary">
          {longDay(day.date)}, {stint.startsAt} · {count(stint.plannedLaps, 'lap')} in {car.name} with {instructor.name} · {plan.name},
          planned lap {lapTime(solution.trace.lapTimeS)}
        </Typography>
      </Stack>
      <OtherTypesCones open={open} />
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: 'minmax(0,1fr)', md: 'minmax(0,5fr) minmax(0,6fr)' }, gap: 3, flex: 1 }}>
        <Stack sx={{ gap: 2 }}>
          <Aims
            stintId={stint.id}
            aims={brief.aims}
            studentId={student.id}
            corners={solution.corners}
            cones={cones}
            onChange={(aims, of) => change({ ...brief, aims }, of)}
          />
          <HomeworkList studentId={student.id} />
          <Box sx={{ height: { xs: 280, md: 320 } }}>
            <TrackMap solution={solution} cones={cones} scheme={scheme} corner={corner} onCorner={chooseCorner} />
          </Box>
          <Wishes key={student.id} student={student} vehicleNotes={[car.notes, vehicleType.vehicle.notes].filter(Boolean).join(' ')} />
          <TodaysSection solution={solution} aims={brief.aims} onCorner={chooseCorner} />
        </Stack>
        <CornerByCorner rows={steps} corner={corner} onCorner={chooseCorner} />
      </Box>
    </StageFrame>
  )
}
