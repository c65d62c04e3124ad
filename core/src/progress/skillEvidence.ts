import type { Bend, SkillName } from '@ochote/contracts'
import { unsafeFaults, type AnalysedPass, type Analysis } from '../review/analysis'
import type { Finding } from '../review/findings'
import type { StintRecord } from '../stintLog/stintRecord'
import { skillNames, shownByLaps, skillOf, skillPraised } from './skillOf'
import type { SkillPass } from './skills'

/** A stint as far as it shows skills. */
export interface ShowingStint {
  readonly id: string
  readonly date: string
  readonly startsAt: string
  readonly record: StintRecord
  /** the kind of each corner of its circuit, in the order of the lap */
  readonly bends: ReadonlyMap<string, Bend>
  /** its recorded laps; null where there are none */
  readonly recorded: {
    readonly analysis: Pick<Analysis, 'passes' | 'unavailable'>
    /** findings that stand: without those an instructor rejected */
    readonly findings: readonly Finding[]
    /** the number in the log of a lap of the recording */
    readonly logLapOf: (lap: number) => number
  } | null
}

type Shown = Pick<SkillPass, 'lap' | 'corner' | 'skill' | 'result' | 'codes'> & { readonly by: 'log' | 'recorded' }

/**
 * What each pass of a stint showed of each skill. Silence shows nothing: a pass is clean only where it was praised, where a correction was answered
 * as fixed, or where a logger that can find the skill's faults found none. A fault that was logged or recorded on the pass outweighs all of these.
 */
export function skillEvidence(stint: ShowingStint): SkillPass[] {
  const merged = new Map<string, Omit<SkillPass, 'bend' | 'place'>>()
  for (const one of [...ofLog(stint.record), ...ofLaps(stint)]) {
    const key = `${one.skill}/${one.lap}/${one.corner}`
    const before = merged.get(key)
    const { id: stintId, date, startsAt } = stint
    merged.set(key, before ? together(before, one) : { stintId, date, startsAt, ...one })
  }
  const order = [...stint.bends.keys()]
  return [...merged.values()].flatMap((one) => {
    const bend = stint.bends.get(one.corner)
    return bend === undefined ? [] : [{ ...one, bend, place: order.indexOf(one.corner) }]
  })
}

const WORSE = ['clean', 'fault', 'unsafe'] as const

const together = <T extends Omit<SkillPass, 'bend' | 'place'>>(a: T, b: Shown): T => ({
  ...a,
  result: WORSE.indexOf(a.result) >= WORSE.indexOf(b.result) ? a.result : b.result,
  codes: [...new Set([...a.codes, ...b.codes])],
  by: a.by === b.by ? a.by : 'both',
})

function ofLog({ faults, praises, called, followed }: StintRecord): Shown[] {
  const codes = new Map([...faults, ...called].map(({ id, code }) => [id, code]))
  const shown = (one: { lap: number; corner: string }, skill: SkillName | undefined, result: Shown['result'], code: string[]): Shown[] =>
    skill === undefined ? [] : [{ lap: one.lap, corner: one.corner, skill, result, codes: code, by: 'log' }]
  return [
    ...faults.flatMap((one) => shown(one, skillOf(one.code), one.severity === 3 ? 'unsafe' : 'fault', [one.code])),
    ...praises.flatMap((one) => shown(one, skillPraised(one.code), 'clean', [])),
    ...followed.flatMap((one) => {
      const code = codes.get(one.about)
      return one.result !== 'fixed' || code === undefined ? [] : shown(one, skillOf(code), 'clean', [])
    }),
  ]
}

function ofLaps({ recorded }: ShowingStint): Shown[] {
  if (!recorded) return []
  const { analysis, findings, logLapOf } = recorded
  const missing = new Set(analysis.unavailable.map(({ fault }) => fault))
  const canTell = skillNames.filter((skill) => shownByLaps[skill]?.every((code) => !missing.has(code)))
  const at = (lap: number, corner: string) => ({ lap: logLapOf(lap), corner, by: 'recorded' as const })
  const faulty = findings.flatMap(({ lap, corner, fault }): Shown[] => {
    const skill = skillOf(fault)
    return skill === undefined
      ? []
      : [{ ...at(lap, corner), skill, result: unsafeFaults.includes(fault) ? 'unsafe' : 'fault', codes: [fault] }]
  })
  const clean = analysis.passes.flatMap((pass) => {
    const { number } = pass.places.corner
    const isFaulty = (skill: SkillName) =>
      findings.some((one) => one.lap === pass.lap && one.corner === number && skillOf(one.fault) === skill)
    return canTell
      .filter((skill) => asksFor(pass, skill) && !isFaulty(skill))
      .map((skill): Shown => ({ ...at(pass.lap, number), skill, result: 'clean', codes: [] }))
  })
  return [...faulty, ...clean]
}

/** A corner that the plan does not brake for shows nothing of braking. */
const asksFor = ({ planned }: AnalysedPass, skill: SkillName) => skill !== 'braking' || planned.brakeStartM !== null
