import { faultOf, type Severity } from '../faults/catalogue'
import { timedLaps, type StintRecord } from '../stintLog/stintRecord'

/** One student of a group, with what was logged in their stints. */
export interface GroupStudent {
  readonly id: string
  readonly records: readonly StintRecord[]
}

/** What was logged of one student at one corner. */
export interface CornerOfStudent {
  readonly studentId: string
  /** the worst that was logged; null where no fault was */
  readonly worst: Severity | null
  readonly faults: number
  readonly praises: number
}

/** One corner over the group. */
export interface GroupCorner {
  readonly corner: string
  /** in the order of the students */
  readonly students: readonly CornerOfStudent[]
  readonly faults: number
}

/** A fault at one corner that several students have, or that was unsafe. */
export interface GroupFault {
  readonly corner: string
  readonly code: string
  readonly studentIds: readonly string[]
  /** times it was logged */
  readonly times: number
  readonly worst: Severity
  /** students who were praised at the corner and had no fault logged there */
  readonly goodExamples: readonly string[]
}

/** Neighbouring corners to practise together. */
export interface SuggestedSection {
  /** in the order of the lap */
  readonly corners: readonly string[]
  readonly studentIds: readonly string[]
  readonly hasUnsafe: boolean
  readonly faults: readonly string[]
}

/** What a group has in common, from its logs. */
export interface GroupDebrief {
  /** corners where something was logged, in the order of the lap */
  readonly corners: readonly GroupCorner[]
  /** unsafe things first, then by how many students have them */
  readonly common: readonly GroupFault[]
  /** the most useful first */
  readonly sections: readonly SuggestedSection[]
  /** students who drove a timed lap */
  readonly driven: number
  readonly laps: number
}

/** So many students make a fault the group's. */
const COMMON_FROM = 2
const MOST_SECTIONS = 3

/**
 * What a group's logs have in common (docs/model.md, Debrief). Silence says nothing: a corner where nothing was logged is not listed, and a good
 * example was praised there.
 * @param corners - numbers in the order of the lap
 */
export function groupDebrief(students: readonly GroupStudent[], corners: readonly string[]): GroupDebrief {
  const all = students.map(({ id, records }) => ({
    id,
    faults: records.flatMap((one) => one.faults),
    praises: records.flatMap((one) => one.praises),
    laps: records.reduce((sum, one) => sum + timedLaps(one).length, 0),
  }))
  const byCorner = corners.map((corner): GroupCorner => {
    const own = all.map(({ id, faults, praises }): CornerOfStudent => {
      const here = faults.filter((one) => one.corner === corner)
      const praised = praises.filter((one) => one.corner === corner).length
      return { studentId: id, worst: worstOf(here), faults: here.length, praises: praised }
    })
    return { corner, students: own, faults: own.reduce((sum, one) => sum + one.faults, 0) }
  })
  const logged = byCorner.filter((one) => one.students.some(({ faults, praises }) => faults + praises > 0))
  const common = logged.flatMap(({ corner, students: own }): GroupFault[] => {
    const here = all.flatMap(({ id, faults }) => faults.filter((one) => one.corner === corner).map((one) => ({ ...one, studentId: id })))
    const goodExamples = own.filter(({ faults, praises }) => faults === 0 && praises > 0).map(({ studentId }) => studentId)
    return [...new Set(here.map(({ code }) => code))].map((code) => {
      const times = here.filter((one) => one.code === code)
      const studentIds = [...new Set(times.map(({ studentId }) => studentId))]
      return { corner, code, studentIds, times: times.length, worst: worstOf(times)!, goodExamples }
    })
  })
  const ofGroup = common
    .filter(({ studentIds, worst }) => studentIds.length >= COMMON_FROM || worst === 3)
    .sort((a, b) => Number(b.worst === 3) - Number(a.worst === 3) || b.studentIds.length - a.studentIds.length || b.times - a.times)
  return {
    ...{ corners: logged, common: ofGroup, sections: sectionsOf(ofGroup, corners) },
    driven: all.filter(({ laps }) => laps > 0).length,
    laps: all.reduce((sum, { laps }) => sum + laps, 0),
  }
}

const worstOf = (faults: readonly { readonly severity: Severity }[]): Severity | null =>
  faults.reduce<Severity | null>((worst, { severity }) => (worst === null || severity > worst ? severity : worst), null)

/** Runs of neighbouring corners with something in common: unsafe ones first, then those that most students need. */
function sectionsOf(common: readonly GroupFault[], corners: readonly string[]): SuggestedSection[] {
  const has = (corner: string) => common.some((one) => one.corner === corner)
  const runs: string[][] = []
  for (const corner of corners) {
    if (!has(corner)) continue
    const last = runs.at(-1)
    const isNext = last && corners.indexOf(corner) === corners.indexOf(last.at(-1)!) + 1
    if (isNext && last.length < MOST_IN_SECTION) last.push(corner)
    else runs.push([corner])
  }
  return runs
    .map((run): SuggestedSection => {
      const own = common.filter((one) => run.includes(one.corner))
      return {
        corners: run,
        studentIds: [...new Set(own.flatMap(({ studentIds }) => studentIds))],
        hasUnsafe: own.some(({ worst }) => worst === 3),
        faults: [...new Set(own.map(({ code }) => faultOf(code)?.name ?? code))],
      }
    })
    .sort((a, b) => Number(b.hasUnsafe) - Number(a.hasUnsafe) || b.studentIds.length - a.studentIds.length)
    .slice(0, MOST_SECTIONS)
}

/** A student practises up to three corners at a time. */
const MOST_IN_SECTION = 3
