import { adviceFor, faultOf, severityNames, type GroupCornerTime, type GroupDebrief, type GroupFault } from '@ochote/core'
import { partWords, secondsWords } from '../reading/lostWords'
import { count } from '../format/format'

/** What is shown at one time on a large screen. */
export interface GroupSlide {
  readonly topic: string
  readonly text: string
  readonly detail: string
}

/** How a student is called while names are shown, or hidden. */
export type NameOf = (studentId: string) => string

/** The names of students while names are shown; else how many they are. */
export const whoWords = (ids: readonly string[], nameOf: NameOf | null): string =>
  nameOf ? listed(ids.map(nameOf)) : count(ids.length, 'student')

/**
 * Good examples: while names are shown, those who agreed to be named, and how many others there are.
 * @param mayBeShown - whether a student agreed
 */
export function exampleWords(ids: readonly string[], nameOf: NameOf | null, mayBeShown: (id: string) => boolean): string {
  const named = nameOf ? ids.filter(mayBeShown) : []
  const others = ids.length - named.length
  if (named.length === 0) return count(others, 'student')
  return others === 0 ? listed(named.map(nameOf!)) : `${listed(named.map(nameOf!))}, and ${count(others, 'other')}`
}

/** "Ada, Ben and Cy" */
export const listed = (names: readonly string[]): string =>
  names.length < 2 ? (names[0] ?? '') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)!}`

export const faultWords = ({ corner, code }: Pick<GroupFault, 'corner' | 'code'>): string =>
  `Corner ${corner}: ${faultOf(code)?.name ?? code}`

const timesWords = (times: number) => (times === 1 ? 'once' : times === 2 ? 'twice' : `${times} times`)

/** How often, by whom, and how bad. */
export const faultDetail = ({ studentIds, times, worst }: GroupFault, nameOf: NameOf | null): string =>
  `${whoWords(studentIds, nameOf)}; logged ${timesWords(times)}, at worst ${severityNames[worst]}`

const sectionName = (corners: readonly string[]) =>
  corners.length === 1 ? `Corner ${corners[0]}` : `Corners ${corners[0]} to ${corners.at(-1)}`

/** A section's heading, and why to practise it: what was logged there, and the seconds a lap if laps were recorded. */
export function sectionWords(
  { corners, studentIds, hasUnsafe, faults }: GroupDebrief['sections'][number],
  nameOf: NameOf | null,
  times: readonly GroupCornerTime[],
) {
  const timed = times.filter(({ corner }) => corners.includes(corner))
  const lostS = timed.reduce((sum, one) => sum + one.lostS, 0)
  const time = timed.length === corners.length && lostS >= LEAST_LOST_S ? `; ${secondsWords(lostS)} s a lap` : ''
  return { name: sectionName(corners), why: `${hasUnsafe ? 'unsafe; ' : ''}${whoWords(studentIds, nameOf)}: ${faults.join(', ')}${time}` }
}

/** A group listens to so many things; unsafe ones are all shown. */
const MOST_SHOWN = 5
/** The corners that cost most are worth a word each, where they cost at least this, s. */
const MOST_TIMES = 2
const LEAST_LOST_S = 0.1

/**
 * The group's debrief, one thing at a time: what most of them have in common, with what to do about it, then what to practise next.
 * @param nameOf - null while names are hidden
 * @param mayBeShown - whether a student agreed to be named as a good example
 * @param times - where the group's time is, the costliest corner first; empty where nothing was recorded
 */
export function groupSlides(
  { common, sections }: GroupDebrief,
  nameOf: NameOf | null,
  mayBeShown: (id: string) => boolean,
  times: readonly GroupCornerTime[] = [],
): GroupSlide[] {
  const shown = common.filter(({ worst }, k) => worst === 3 || k < MOST_SHOWN)
  const faults = shown.map((fault): GroupSlide => {
    const known = faultOf(fault.code)
    const good = fault.goodExamples.length > 0 ? ` Praised there: ${exampleWords(fault.goodExamples, nameOf, mayBeShown)}.` : ''
    return {
      topic: fault.worst === 3 ? `Unsafe: ${faultWords(fault).replace(/^C/, 'c')}` : faultWords(fault),
      text: known ? sentence(adviceFor(known, null)) : faultWords(fault),
      detail: `${sentence(faultDetail(fault, nameOf))}${good}`,
    }
  })
  const next = sections.map((section, k): GroupSlide => {
    const { name, why } = sectionWords(section, nameOf, times)
    return { topic: `Next session, ${k + 1}`, text: name, detail: sentence(why) }
  })
  const costly = times.filter(({ lostS }) => lostS >= LEAST_LOST_S).slice(0, MOST_TIMES)
  const time = costly.map(({ corner, lostS, part, students }): GroupSlide => ({
    topic: `Time: corner ${corner}`,
    text: `${secondsWords(lostS)} s a lap behind the plan, most of it ${partWords[part]}.`,
    detail: `The middle one of ${count(students.length, 'student')} with recorded laps.`,
  }))
  return [...faults, ...time, ...next]
}

const sentence = (text: string) => `${text.charAt(0).toUpperCase()}${text.slice(1)}.`
