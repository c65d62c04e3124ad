import type { AnalysedPass } from '../review/analysis'

/** One student's recorded passes, each measured against the plan that was driven. */
export interface RecordedStudent {
  readonly id: string
  readonly passes: readonly Pick<AnalysedPass, 'lap' | 'lossS' | 'places'>[]
}

/** A part of a pass. */
export type PassPart = keyof AnalysedPass['lossS']

/** What one student loses at a corner on a middle lap, against their own plan. */
interface TimeOfStudent {
  readonly studentId: string
  readonly lostS: number
  readonly laps: number
}

/** Where time is at one corner, over a group. */
export interface GroupCornerTime {
  readonly corner: string
  /** those with enough recorded laps, in the order of the students */
  readonly students: readonly TimeOfStudent[]
  /** of the middle student */
  readonly lostS: number
  /** where the middle student loses most of it */
  readonly part: PassPart
}

/** With fewer recorded laps at a corner, one slow lap would be a student's time there. */
const LEAST_LAPS = 2
const LEAST_STUDENTS = 2
const parts: readonly PassPart[] = ['braking', 'entry', 'exit', 'straight']

/**
 * Where a group's time is, from recorded laps: for each corner, what the middle student loses there on a middle lap against the plan that each
 * drove. A student counts with two whole recorded laps, a corner with two such students.
 * @param corners - numbers in the order of the lap
 * @returns the corners, those that cost most first
 */
export function groupTime(students: readonly RecordedStudent[], corners: readonly string[]): GroupCornerTime[] {
  return corners
    .flatMap((corner): GroupCornerTime[] => {
      const each = students.flatMap(({ id, passes }) => {
        const here = passes.filter(({ places }) => places.corner.number === corner).map(({ lossS }) => lossS)
        if (here.length < LEAST_LAPS) return []
        const lost = (part: PassPart) => middle(here.map((own) => own[part]))
        const lostS = middle(here.map((own) => parts.reduce((sum, part) => sum + own[part], 0)))
        return [{ studentId: id, laps: here.length, lostS, lost }]
      })
      if (each.length < LEAST_STUDENTS) return []
      const byPart = parts.map((part) => ({ part, lostS: middle(each.map(({ lost }) => lost(part))) }))
      const most = byPart.reduce((a, b) => (b.lostS > a.lostS ? b : a))
      return [
        {
          ...{ corner, lostS: middle(each.map(({ lostS }) => lostS)), part: most.part },
          students: each.map(({ studentId, lostS, laps }) => ({ studentId, lostS, laps })),
        },
      ]
    })
    .sort((a, b) => b.lostS - a.lostS)
}

/** The middle value, or halfway between the two in the middle. */
function middle(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b)
  const at = (sorted.length - 1) / 2
  return (sorted[Math.floor(at)]! + sorted[Math.ceil(at)]!) / 2
}
