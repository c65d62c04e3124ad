import { Box, Button, Link, Typography } from '@mui/material'
import { useQuery } from '@tanstack/react-query'
import { useMemo } from 'react'
import { Link as RouterLink } from 'react-router'
import type { Bend, DayView, Debrief, Person, Plan, Setup, StudentView } from '@ochote/contracts'
import { nextSteps, type NextSteps, type SkillState, type StandingMark, type StintRecord } from '@ochote/core'
import { dayQuery } from '../../api/queries'
import { count, shortDay } from '../../format/format'
import { ProblemNotice } from '../../problem/ProblemNotice'
import { stagePath } from '../../shell/stages'
import { namedBy } from '../../stint/openStint'
import { useStintPlan } from '../../stint/useStintPlan'
import { capital } from '../skills/skillWords'
import type { StintLaps } from '../skills/useSkills'
import { lastDriven, lastStintOf, nextPlanned, type DatedStint } from './lastStint'
import { nextDraft, nextPace } from './nextDraft'
import { standingMarks } from '../../reading/standingMarks'
import { cornersWords, faultWords, marksWords, paceChange } from './stepWords'
import { useTakeNext } from './useTakeNext'

interface WhatComesNextProps {
  student: StudentView
  skills: readonly SkillState[]
  laps: readonly StintLaps[]
  bends: ReadonlyMap<string, ReadonlyMap<string, Bend>>
  records: ReadonlyMap<string, StintRecord>
}

/** What the record suggests for the next stint, with its reasons, and the step that gives it to that stint. */
export function WhatComesNext({ student, skills, laps, bends, records }: WhatComesNextProps) {
  const last = lastDriven(student, records)
  if (!last) return null
  const steps = nextSteps(skills, lastStintOf(last, laps, bends))
  const driven = laps.find(({ stintId }) => stintId === last.stint.id)?.pace ?? null
  const next = nextPlanned(student, records)
  return (
    <Box component="section" aria-labelledby="next-steps">
      <Typography id="next-steps" variant="h2">
        What comes next
      </Typography>
      <Typography color="text.secondary">
        From {shortDay(last.day.date)}, {last.stint.startsAt}, and the record before it. It is a suggestion: the instructor decides.
      </Typography>
      <Steps steps={steps} driven={driven} talk={student.person.talk} debriefed={last.debrief?.workOn ?? []} />
      {next ? (
        <ForNext last={last} next={next} steps={steps} driven={driven} student={student.person} />
      ) : (
        <Typography>No further stint is planned for {student.person.name}.</Typography>
      )}
    </Box>
  )
}

interface StepsProps {
  steps: NextSteps
  driven: Setup['pace'] | null
  talk: Person['talk']
  /** what the last debrief says to work on */
  debriefed: Debrief['workOn']
}

function Steps({ steps, driven, talk, debriefed }: StepsProps) {
  const { pace, marks, words, faults, section, drill } = steps
  const to = nextPace(steps, driven)
  const paceTo = pace.step === 'same' ? 'the same' : pace.step
  const rows: readonly (readonly [string, string, string])[] = [
    ['Pace', driven && to && pace.step !== 'same' ? `${paceTo}: ${paceChange(driven, to)}` : paceTo, pace.why],
    ['Words', words.step === 'same' ? 'the same' : talk === 'few' ? 'few already' : 'fewer', words.why],
    ...(marks.length > 0
      ? [['Take away', marksWords(marks), `${capital(marks[0]!.skill)} is kept at such corners, and these had no fault.`] as const]
      : []),
    ...(section ? [['Section', cornersWords(section.corners), `${count(section.passes, 'fault')} in the last stint.`] as const] : []),
    ...(debriefed.length > 0
      ? [['Work on', debriefed.map(({ corner, advice }) => `corner ${corner}: ${advice}`).join('; '), 'From the debrief.'] as const]
      : faults.length > 0
        ? [['Work on', faults.map(faultWords).join('; '), 'Unsafe first, then what came most often.'] as const]
        : []),
    ...(drill ? [['Drill', drill.what, `For ${drill.skill}.`] as const] : []),
  ]
  return (
    <Box
      component="dl"
      sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', sm: 'max-content minmax(0,1fr)' }, columnGap: 3, rowGap: 0.75, my: 1 }}
    >
      {rows.map(([what, says, why]) => (
        <Box key={what} sx={{ display: 'contents' }}>
          <Typography component="dt" sx={{ fontWeight: 600 }}>
            {what}
          </Typography>
          <Typography component="dd" sx={{ m: 0 }}>
            {says.replace(/\.$/, '')}.{' '}
            <Typography component="span" color="text.secondary">
              {why}
            </Typography>
          </Typography>
        </Box>
      ))}
    </Box>
  )
}

interface ForNextProps {
  last: DatedStint
  next: DatedStint
  steps: NextSteps
  driven: Setup['pace'] | null
  student: Person
}

/** Waits for the plan of the next stint, then offers the step. */
function ForNext(props: ForNextProps) {
  const day = useQuery(dayQuery(props.next.day.id))
  if (day.error) return <ProblemNotice error={day.error} onRetry={() => void day.refetch()} />
  const isThere = day.data?.plans.some(({ id }) => id === props.next.stint.planId)
  return day.data && isThere ? <OnNextPlan {...props} day={day.data} /> : null
}

/** Reads the marks of the next stint's plan, so that none goes that warns of something there. */
function OnNextPlan({ day, ...props }: ForNextProps & { day: DayView }) {
  const named = useMemo(() => namedBy(day, props.next), [day, props.next])
  const marked = useStintPlan(named, null)
  if (!marked.error && (!marked.data || marked.isOld)) return <Typography role="status">Reading the next stint’s plan…</Typography>
  return <TakeNext {...props} plan={named.plan} standing={marked.data ? standingMarks(marked.data.cones) : null} />
}

function TakeNext({
  last,
  next,
  steps,
  driven,
  student,
  plan,
  standing,
}: ForNextProps & { plan: Plan; standing: readonly StandingMark[] | null }) {
  const { stint, day } = next
  const when = `${shortDay(day.date)}, ${stint.startsAt}`
  const draft = nextDraft({
    ...{ steps, driven, student, plan, standing },
    isSameCircuit: day.circuit.id === last.day.circuit.id,
    workOn: last.debrief?.workOn ?? [],
  })
  const take = useTakeNext(next, student, `The stint of ${when} has what comes next.`)
  const isThere = draft.plan === null && draft.talk === null && JSON.stringify(draft.aims) === JSON.stringify(stint.aims)
  if (isThere)
    return (
      <Typography>
        The stint of {when} has it:{' '}
        <Link component={RouterLink} to={stagePath(day.id, 'plan', plan.id)}>
          its plan
        </Link>{' '}
        and{' '}
        <Link component={RouterLink} to={stagePath(day.id, 'brief', stint.id)}>
          its briefing
        </Link>
        .
      </Typography>
    )
  const away = draft.plan ? draft.plan.coneEdits.removed.length - plan.coneEdits.removed.length : 0
  const isOtherPace = draft.plan && JSON.stringify(draft.plan.setup.pace) !== JSON.stringify(plan.setup.pace)
  const changes = [
    isOtherPace && `pace ${paceChange(plan.setup.pace, draft.plan!.setup.pace)}`,
    away > 0 && `${count(away, 'mark')} taken away`,
  ].filter(Boolean)
  const gives = [
    draft.plan && `a plan of the student’s own, “${draft.plan.name}” (${changes.join(', ')}), to be marked ready again`,
    draft.aims.length > 0 && count(draft.aims.length, 'aim'),
  ].filter(Boolean)
  const says = [
    gives.length > 0 && `The stint gets ${gives.join(', and ')}.`,
    draft.talk && `From now on, calls for ${student.name} use few words.`,
  ].filter(Boolean)
  return (
    <>
      <Button className="no-print" variant="contained" loading={take.isPending} onClick={() => take.mutate(draft)}>
        Use it on {when}
      </Button>
      <Typography variant="body2" color="text.secondary" sx={{ mt: 0.5 }}>
        {says.join(' ')}
      </Typography>
      {take.error && <ProblemNotice error={take.error} />}
    </>
  )
}
