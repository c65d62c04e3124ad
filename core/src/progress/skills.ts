import type { Bend, SkillName } from '@ochote/contracts'
import { bends } from './bend'
import { skillNames } from './skillOf'

/** What one pass of a corner showed of a skill. */
export interface SkillPass {
  readonly skill: SkillName
  readonly bend: Bend
  readonly date: string
  /** when its stint began, HH:MM */
  readonly startsAt: string
  readonly stintId: string
  readonly lap: number
  readonly corner: string
  /** place of the corner in the lap: 0 is the first */
  readonly place: number
  readonly result: 'clean' | 'fault' | 'unsafe'
  readonly by: 'log' | 'recorded' | 'both'
  /** faults that it had */
  readonly codes: readonly string[]
}

/** How far a skill has come, the least first. */
export const skillLevels = ['unknown', 'not yet', 'seen', 'steady', 'kept'] as const
export type SkillLevel = (typeof skillLevels)[number]

/** A skill at one kind of corner. */
export interface SkillState {
  readonly skill: SkillName
  readonly bend: Bend
  readonly level: SkillLevel
  /** in the order in which they were driven */
  readonly passes: readonly SkillPass[]
  /** dates on which so many passes in a row were clean, since the last unsafe one */
  readonly steadyOn: readonly string[]
  /** why the level is what it is, as a sentence */
  readonly because: string
}

/** So many clean passes in a row on one day are steady. */
export const STEADY_PASSES = 3
/** Steady on so many days is kept. */
const KEPT_DAYS = 2
/** Faults in so many of the latest passes take a steady skill back. */
const SLIPPING = { of: 3, faults: 2 }

const inOrder = (a: SkillPass, b: SkillPass): number =>
  a.date.localeCompare(b.date) || a.startsAt.localeCompare(b.startsAt) || a.lap - b.lap || a.place - b.place || rankOf(a) - rankOf(b)
const rankOf = ({ result }: SkillPass) => ['clean', 'fault', 'unsafe'].indexOf(result)

/**
 * Every skill at every kind of corner, from what passes showed (docs/model.md, Skills). The order in which passes are given does not matter; one
 * more clean pass never lowers a skill, and an unsafe one at the end takes steady and kept away.
 */
export function skillsOf(passes: readonly SkillPass[]): SkillState[] {
  return skillNames.flatMap((skill) =>
    bends.map((bend) => stateOf(skill, bend, passes.filter((one) => one.skill === skill && one.bend === bend).sort(inOrder))),
  )
}

function stateOf(skill: SkillName, bend: Bend, passes: readonly SkillPass[]): SkillState {
  const lastUnsafe = passes.map(({ result }) => result).lastIndexOf('unsafe')
  const since = passes.slice(lastUnsafe + 1)
  const steadyOn = [...new Set(since.map(({ date }) => date))].filter((date) => longestRun(since, date) >= STEADY_PASSES)
  const slips = since.slice(-SLIPPING.of).filter(({ result }) => result !== 'clean').length >= SLIPPING.faults
  const isSeen = passes.some(({ result }) => result === 'clean')
  const level = levelOf(passes.length, isSeen, slips ? 0 : steadyOn.length)
  return { skill, bend, level, passes, steadyOn, because: reasonFor(passes, lastUnsafe, steadyOn, slips, level) }
}

function levelOf(passes: number, isSeen: boolean, steadyDays: number): SkillLevel {
  if (passes === 0) return 'unknown'
  if (!isSeen) return 'not yet'
  return steadyDays >= KEPT_DAYS ? 'kept' : steadyDays > 0 ? 'steady' : 'seen'
}

/** The most clean passes in a row on a date. */
function longestRun(passes: readonly SkillPass[], date: string): number {
  let [run, most] = [0, 0]
  for (const one of passes) {
    if (one.date !== date) continue
    run = one.result === 'clean' ? run + 1 : 0
    most = Math.max(most, run)
  }
  return most
}

function reasonFor(
  passes: readonly SkillPass[],
  lastUnsafe: number,
  steadyOn: readonly string[],
  slips: boolean,
  level: SkillLevel,
): string {
  if (level === 'unknown') return 'No pass has shown it.'
  const clean = passes.filter(({ result }) => result === 'clean').length
  const counted = `${clean} of ${passes.length} passes clean`
  const unsafe = passes[lastUnsafe]
  if (unsafe && level !== 'steady' && level !== 'kept')
    return `${counted}. Unsafe on ${unsafe.date}, lap ${unsafe.lap}, corner ${unsafe.corner}: from there it is counted anew.`
  if (level === 'not yet') return `${counted}.`
  if (slips) return `${counted}. Faults in ${SLIPPING.faults} of the last ${SLIPPING.of} passes.`
  if (steadyOn.length === 0) return `${counted}, never ${STEADY_PASSES} in a row on one day.`
  return `${counted}, ${STEADY_PASSES} in a row on ${steadyOn.join(' and ')}.`
}
