import { planDraftSchema, type Aim, type Person, type Plan, type PlanDraft, type Setup, type StintView } from '@ochote/contracts'
import { aimFrom, faultOf, steppedPace, type NextSteps, type StandingMark } from '@ochote/core'

const LONGEST_NAME = 80

/** What a next stint takes from the record, beside what it has now. */
export interface NextDraft {
  /** the plan to be driven instead; null where the stint's own will do */
  readonly plan: PlanDraft | null
  readonly aims: readonly Aim[]
  /** how calls are worded for the student from now on; null where that stays */
  readonly talk: 'few' | null
}

interface NextDraftInput {
  readonly steps: NextSteps
  /** the pace that was driven last; null where it is not known */
  readonly driven: Setup['pace'] | null
  readonly student: Pick<Person, 'name' | 'talk'>
  /** the next stint's plan */
  readonly plan: Plan
  /** the marks of that plan; null where they are not known */
  readonly standing: readonly StandingMark[] | null
  /** whether that is on the circuit driven last: only there do marks and corners mean the same */
  readonly isSameCircuit: boolean
  /** what the last debrief says to work on; empty where there is none */
  readonly workOn: NonNullable<StintView['debrief']>['workOn']
}

/** The pace for the next stint; null where it is not known what was driven. */
export const nextPace = ({ pace }: NextSteps, driven: Setup['pace'] | null): Setup['pace'] | null =>
  driven === null || pace.step === 'same' ? driven : steppedPace(driven, pace.step)

/**
 * The next stint as the record suggests it: pace and marks in a plan of the student's own, and aims. What the last debrief says to work on comes
 * before what the passes alone show. Answers to unsafe cones are not copied: they were given for another plan.
 */
export function nextDraft({ steps, driven, student, plan, standing, isSameCircuit, workOn }: NextDraftInput): NextDraft {
  const pace = nextPace(steps, driven) ?? plan.setup.pace
  const { removed } = plan.coneEdits
  const isOwnPace = JSON.stringify(pace) === JSON.stringify(plan.setup.pace)
  // at another pace, a mark may come to hold the car off a hazard: then none goes
  const away =
    isSameCircuit && isOwnPace ? steps.marks.filter((mark) => standing?.some((one) => one.id === mark.id && one.duty === mark.duty)) : []
  const changed: PlanDraft = {
    ...planDraftSchema.parse(plan),
    name: (plan.name.endsWith(student.name) ? plan.name : `${plan.name}, ${student.name}`).slice(0, LONGEST_NAME),
    setup: { ...plan.setup, pace },
    coneEdits: { ...plan.coneEdits, removed: [...removed, ...away.map(({ id }) => id)] },
    unsafeAnswers: [],
  }
  return {
    plan: isOwnPace && away.length === 0 ? null : changed,
    aims: isSameCircuit ? aimsOf(steps, workOn) : [],
    talk: steps.words.step === 'fewer' && student.talk !== 'few' ? 'few' : null,
  }
}

const aimsOf = ({ faults }: NextSteps, workOn: NextDraftInput['workOn']): Aim[] =>
  workOn.length > 0
    ? workOn.map(aimFrom)
    : faults.flatMap(({ corner, code }): Aim[] => (faultOf(code) ? [{ kind: 'mark', corner, code }] : []))
