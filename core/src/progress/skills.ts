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
  /** dates with so many clean laps in a row, since the last unsafe pass */
  readonly steadyOn: readonly string[]
  /** the last unsafe pass: only laps after it count towards steady */
  readonly lastUnsafe: SkillPass | null
  /** whether faults on the latest laps have taken a steady skill back */
  readonly slips: boolean
}

/** So many laps in a row on one day, each with every pass clean that showed the skill, are steady. */
export const STEADY_LAPS = 3
/** Steady on so many days is kept. */
const KEPT_DAYS = 2
/** Faults on so many of the latest laps take a steady skill back. */
export const SLIPPING = { of: 3, laps: 2 }

const inOrder = (a: SkillPass, b: SkillPass): number =>
  a.date.localeCompare(b.date) || a.startsAt.localeCompare(b.startsAt) || a.lap - b.lap || a.place - b.place || rankOf(a) - rankOf(b)
const rankOf = ({ result }: Pick<SkillPass, 'result'>) => ['clean', 'fault', 'unsafe'].indexOf(result)

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
  const all = lapsOf(passes)
  const laps = all.slice(all.map(({ result }) => result).lastIndexOf('unsafe') + 1)
  const steadyOn = [...new Set(laps.map(({ date }) => date))].filter((date) => longestRun(laps, date) >= STEADY_LAPS)
  const slips = laps.slice(-SLIPPING.of).filter(({ result }) => result !== 'clean').length >= SLIPPING.laps
  const isSeen = passes.some(({ result }) => result === 'clean')
  const lastUnsafe = passes.filter(({ result }) => result === 'unsafe').at(-1) ?? null
  return { skill, bend, level: levelOf(passes.length, isSeen, slips ? 0 : steadyOn.length), passes, steadyOn, lastUnsafe, slips }
}

/** Laps that showed the skill, each as good as its worst pass. */
function lapsOf(passes: readonly SkillPass[]): Pick<SkillPass, 'date' | 'result'>[] {
  const laps = new Map<string, SkillPass>()
  for (const one of passes) {
    const key = `${one.stintId} ${one.lap}`
    const before = laps.get(key)
    if (!before || rankOf(one) > rankOf(before)) laps.set(key, one)
  }
  return [...laps.values()]
}

function levelOf(passes: number, isSeen: boolean, steadyDays: number): SkillLevel {
  if (passes === 0) return 'unknown'
  if (!isSeen) return 'not yet'
  return steadyDays >= KEPT_DAYS ? 'kept' : steadyDays > 0 ? 'steady' : 'seen'
}

/** The most clean laps in a row on a date. */
function longestRun(laps: readonly Pick<SkillPass, 'date' | 'result'>[], date: string): number {
  let [run, most] = [0, 0]
  for (const one of laps) {
    if (one.date !== date) continue
    run = one.result === 'clean' ? run + 1 : 0
    most = Math.max(most, run)
  }
  return most
}
