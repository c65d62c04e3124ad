import type { Bend, Duty, SkillName } from '@ochote/contracts'
import { faultOf } from '../faults/catalogue'
import type { LapsAgainstPlan } from './lapsAgainstPlan'
import type { SkillPass, SkillState } from './skills'

/** A mark of a plan: a cone by its id, and what it asks for. */
export interface StandingMark {
  readonly id: string
  readonly corner: string
  readonly duty: Duty
}

/** The stint that was driven last. */
export interface LastStint {
  readonly stintId: string
  readonly date: string
  /** null where its laps or its plan are not known */
  readonly against: LapsAgainstPlan | null
  /** the kind of each corner of its circuit, in the order of the lap */
  readonly bends: ReadonlyMap<string, Bend>
  /** the marks that it was driven with; a mark that holds the car off a hazard has a duty of its own and never goes */
  readonly standing: readonly StandingMark[]
}

/** A fault at a corner, with how often the last stint had it. */
export interface FaultToWorkOn {
  readonly corner: string
  readonly code: string
  readonly passes: number
  readonly isUnsafe: boolean
}

/** What the record suggests for a student's next stint, each with its reason in words. An instructor decides. */
export interface NextSteps {
  readonly pace: { readonly step: 'up' | 'same' | 'down'; readonly why: string }
  /** marks that can be taken away now, all of one kind; none where no skill is kept, or where the pace changes: one thing changes at a time */
  readonly marks: readonly (StandingMark & { readonly skill: SkillName })[]
  readonly words: { readonly step: 'fewer' | 'same'; readonly why: string }
  /** the two to work on, unsafe ones first, then those on most passes */
  readonly faults: readonly FaultToWorkOn[]
  /** neighbouring corners to practise on their own; null where nothing was seen */
  readonly section: { readonly corners: readonly string[]; readonly passes: number } | null
  /** something to practise off the lap; null where no skill asks for one */
  readonly drill: { readonly what: string; readonly skill: SkillName } | null
}

/** A middle lap within so much of the plan's lap is at the plan's pace, as a share. */
const AT_PACE = 0.03
const MOST_FAULTS = 2
const MOST_IN_SECTION = 3

/** Skills without which nobody drives faster. */
const NEEDED: readonly SkillName[] = ['braking', 'turn-in']

/** Marks that stand for a skill, in the order in which they go: the brake marks last. Gates, and marks that warn of a hazard, always stay. */
const marksInOrder: readonly (readonly [Duty, SkillName])[] = [
  ['exit', 'exit'],
  ['apex', 'apex'],
  ['turn', 'turn-in'],
  ['brake', 'braking'],
]

const drills: Readonly<Partial<Record<SkillName, string>>> = {
  vision: 'slalom, eyes two gates ahead',
  braking: 'brake box: lift gate, brake gate, stop gate',
  'turn-in': 'repeats of one corner, from the brake mark to the exit',
  apex: 'repeats of one corner, from the brake mark to the exit',
  throttle: 'figure of eight, power only as the wheel unwinds',
  exit: 'repeats of one corner, from the brake mark to the exit',
  smoothness: 'slalom at an even speed',
  recovery: 'skid pad: catch it first, then power',
}

const isGood = ({ level }: SkillState) => level === 'steady' || level === 'kept'
const named = ({ skill, bend }: Pick<SkillState, 'skill' | 'bend'>) => `${skill} at ${bend} corners`

/**
 * What comes next for a student: steady skills raise the pace and take away words, kept ones take away marks, and an unsafe pass or a skill that
 * slips lowers the pace first (docs/model.md, What comes next).
 */
export function nextSteps(skills: readonly SkillState[], last: LastStint): NextSteps {
  const shown = skills.filter(({ passes }) => passes.some(({ date }) => date === last.date))
  const passes = shown.flatMap((one) => one.passes.filter(({ stintId }) => stintId === last.stintId))
  const faults = faultsOf(passes, [...last.bends.keys()])
  const pace = paceOf(shown, last)
  return {
    pace,
    marks: pace.step === 'same' ? marksOf(skills, new Set(faults.map(({ corner }) => corner)), last) : [],
    words: wordsOf(shown),
    faults: faults.slice(0, MOST_FAULTS),
    section: sectionOf(faults, [...last.bends.keys()]),
    drill: drillOf(shown, last),
  }
}

function paceOf(shown: readonly SkillState[], { date, against }: LastStint): NextSteps['pace'] {
  const unsafe = shown.find(({ lastUnsafe, level }) => lastUnsafe?.date === date && level !== 'steady' && level !== 'kept')
  if (unsafe) {
    const { corner, lap, codes } = unsafe.lastUnsafe!
    return { step: 'down', why: `Unsafe at corner ${corner} on lap ${lap}: ${faultNames(codes)}.` }
  }
  const slips = shown.find((one) => one.slips && one.steadyOn.length > 0)
  if (slips) return { step: 'down', why: `Was steady and slips: ${named(slips)}.` }
  const missing = NEEDED.filter((skill) => !shown.some((one) => one.skill === skill))
  if (missing.length > 0) return { step: 'same', why: `Nobody looked at ${missing.join(' or ')} on the last day.` }
  const open = shown.filter((one) => !isGood(one))
  if (open.length > 0) return { step: 'same', why: `Not steady yet: ${open.slice(0, 2).map(named).join(', ')}${more(open.length - 2)}.` }
  if (!against) return { step: 'same', why: 'All that was looked at is steady. There is no timed lap to hold against the plan.' }
  const behind = against.middleS / against.planS - 1
  if (behind > AT_PACE)
    return { step: 'same', why: `All that was looked at is steady. The middle lap is ${percent(behind)} slower than the plan.` }
  return { step: 'up', why: `All that was looked at is steady, and the middle lap is at the plan’s pace.` }
}

const more = (n: number) => (n > 0 ? ` and ${n} more` : '')
const percent = (share: number) => `${Math.round(100 * share)} %`
const faultNames = (codes: readonly string[]) => codes.map((code) => faultOf(code)?.name.toLowerCase() ?? code).join(', ')

/** The first kind of mark whose skill is kept, at corners where the last stint had no fault. One kind goes at a time. */
function marksOf(skills: readonly SkillState[], faulty: ReadonlySet<string>, { bends, standing }: LastStint): NextSteps['marks'] {
  for (const [duty, skill] of marksInOrder) {
    const kept = new Set(skills.filter((one) => one.skill === skill && one.level === 'kept').map(({ bend }) => bend))
    const marks = standing
      .filter((mark) => mark.duty === duty && kept.has(bends.get(mark.corner)!) && !faulty.has(mark.corner))
      .map((mark) => ({ ...mark, skill }))
    if (marks.length > 0) return marks
  }
  return []
}

function wordsOf(shown: readonly SkillState[]): NextSteps['words'] {
  const open = shown.filter((one) => !isGood(one))
  if (shown.length > 0 && open.length === 0) return { step: 'fewer', why: 'All that was looked at is steady. Say one thing.' }
  return { step: 'same', why: shown.length === 0 ? 'Nothing was looked at on the last day.' : `Still learning: ${named(open[0]!)}.` }
}

/** The faults of passes, in the order in which they are worth working on. */
function faultsOf(passes: readonly SkillPass[], order: readonly string[]): FaultToWorkOn[] {
  const each = new Map<string, FaultToWorkOn>()
  for (const { corner, codes, result } of passes)
    for (const code of codes) {
      const key = `${corner} ${code}`
      const before = each.get(key)
      each.set(key, { corner, code, passes: (before?.passes ?? 0) + 1, isUnsafe: (before?.isUnsafe ?? false) || result === 'unsafe' })
    }
  return [...each.values()].sort(
    (a, b) => Number(b.isUnsafe) - Number(a.isUnsafe) || b.passes - a.passes || order.indexOf(a.corner) - order.indexOf(b.corner),
  )
}

/** The run of up to three neighbouring corners that has the first fault and the most faulty passes. */
function sectionOf(faults: readonly FaultToWorkOn[], order: readonly string[]): NextSteps['section'] {
  const [first] = faults
  if (!first) return null
  const at = order.indexOf(first.corner)
  const weight = (corner: string) => faults.filter((one) => one.corner === corner).reduce((sum, one) => sum + one.passes, 0)
  let corners = [first.corner]
  for (const step of [1, -1])
    for (let k = at + step; corners.length < MOST_IN_SECTION; k += step) {
      const next = order[k]
      if (next === undefined || weight(next) === 0) break
      corners = step > 0 ? [...corners, next] : [next, ...corners]
    }
  return { corners, passes: corners.reduce((sum, corner) => sum + weight(corner), 0) }
}

/** For the skill with the most faulty passes in the last stint that is not steady. */
function drillOf(shown: readonly SkillState[], { stintId }: LastStint): NextSteps['drill'] {
  const wrong = (one: SkillState) => one.passes.filter((pass) => pass.stintId === stintId && pass.result !== 'clean').length
  const open = shown.filter((one) => !isGood(one) && wrong(one) > 0 && drills[one.skill] !== undefined)
  const worst = open.reduce<SkillState | null>((most, one) => (most === null || wrong(one) > wrong(most) ? one : most), null)
  return worst && { what: drills[worst.skill]!, skill: worst.skill }
}
