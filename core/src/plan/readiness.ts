import type { MarkerScheme, Units, UnsafeAnswer } from '@ochote/contracts'
import { stockTotals } from '../cones/placingList'
import { wholeLength } from '../geometry/units'
import type { MarkedPlan } from './markPlan'
import type { PlanSolution } from './solvePlan'

/** One thing that a plan needs. */
interface ReadyItem {
  readonly key: 'marks' | 'line' | 'unsafe' | 'watch' | 'edge' | 'unknown' | 'stock' | 'briefed'
  readonly done: boolean
  /** while this is not done the plan can't be marked ready */
  readonly must: boolean
  readonly says: string
}

interface ReadinessInput {
  readonly marked: Pick<MarkedPlan, 'cones' | 'room' | 'tooFast' | 'findings'> & {
    readonly solution: Pick<PlanSolution, 'lineReport' | 'corners'>
  }
  readonly scheme: Pick<MarkerScheme, 'looks' | 'stock'>
  readonly answers: readonly UnsafeAnswer[]
  /** students who drive on this plan, and how many of them are briefed */
  readonly students: number
  readonly briefed: number
  readonly units: Units
}

/** An answer holds until the finding is this much worse than when it was given, metres. */
const WORSE_M = 1

/** A corner where a mistake ends at something that can be hit, or where a mark itself asks for too much. */
export interface UnsafeCorner {
  readonly cornerNumber: string
  /** metres that are missing, for the worst of what was looked at */
  readonly shortM: number
  /** what its marks ask for, in words; empty where only mistakes are unsafe */
  readonly marksSay: readonly string[]
}

/** The unsafe corners in the order in which they are found: braked for a second late, driven 10 % too fast, or by what a mark asks for. */
export function unsafeCorners({ room, tooFast, findings }: Pick<MarkedPlan, 'room' | 'tooFast' | 'findings'>): UnsafeCorner[] {
  const worst = new Map<string, number>()
  for (const { cornerNumber, verdict, marginM } of [...room, ...tooFast])
    if (verdict === 'unsafe') worst.set(cornerNumber, Math.max(worst.get(cornerNumber) ?? 0, -(marginM ?? 0)))
  const marks = findings.filter((f) => f.unsafe)
  for (const { cornerNumber, byM } of marks) worst.set(cornerNumber, Math.max(worst.get(cornerNumber) ?? 0, byM))
  return [...worst].map(([cornerNumber, shortM]) => ({
    cornerNumber,
    shortM,
    marksSay: marks.filter((f) => f.cornerNumber === cornerNumber).map((f) => f.says),
  }))
}

/** Whether an unsafe corner's finding is answered by name and reason, and has not got worse since. */
export function isAnswered(
  { cornerNumber, shortM }: Pick<UnsafeCorner, 'cornerNumber' | 'shortM'>,
  answers: readonly UnsafeAnswer[],
): boolean {
  const answer = answers.find((a) => a.cornerNumber === cornerNumber)
  return answer !== undefined && shortM <= answer.shortM + WORSE_M
}

const corners = (numbers: readonly string[]) => `corner${numbers.length === 1 ? '' : 's'} ${numbers.join(', ')}`

/** What a plan needs before it can be used, and which of it is there. All of it is computed, none ticked by hand. */
export function readiness({ marked, scheme, answers, students, briefed, units }: ReadinessInput): ReadyItem[] {
  const { solution, cones, room, tooFast } = marked
  const { lineReport } = solution
  const bare = solution.corners.filter((c) => !cones.some((cone) => cone.cornerNumber === c.number)).map((c) => c.number)
  const apart = marked.findings.filter((f) => !f.unsafe).map((f) => `corner ${f.cornerNumber}: ${f.says}`)
  const unsafe = unsafeCorners(marked)
  const open = unsafe.filter((corner) => !isAnswered(corner, answers)).map((corner) => corner.cornerNumber)
  const isUnknown = (number: string) => [...room, ...tooFast].some((r) => r.cornerNumber === number && r.verdict === 'unknown')
  const unknown = solution.corners.map((c) => c.number).filter(isUnknown)
  const watch = tooFast.filter((r) => r.verdict === 'watch').map((r) => r.cornerNumber)
  const short = stockTotals(cones, scheme).filter((line) => line.needed > line.inStock)
  return [
    {
      key: 'marks',
      done: bare.length === 0,
      must: false,
      says: bare.length === 0 ? `Every corner has a mark, ${cones.length} in all` : `No mark at ${corners(bare)}`,
    },
    {
      key: 'line',
      done: apart.length === 0,
      must: false,
      says: apart.length === 0 ? 'The marks agree with the line' : `Marks that do not agree with the line: ${apart.join('; ')}`,
    },
    {
      key: 'unsafe',
      done: open.length === 0,
      must: true,
      says:
        open.length > 0
          ? `Unsafe and not answered: ${corners(open)}. Move the brake cone, lower the pace, or write the reason by name`
          : unsafe.length === 0
            ? 'Enough room for a driver a second late, where the run-off is known'
            : `${unsafe.length} unsafe, each answered by name`,
    },
    {
      key: 'watch',
      done: watch.length === 0,
      must: false,
      says:
        watch.length === 0
          ? 'A driver 10 % too fast hits nothing, even without turning harder'
          : `A driver 10 % too fast hits something without turning harder: brief ${corners(watch)}`,
    },
    {
      key: 'edge',
      done: lineReport.overEdge.length === 0,
      must: true,
      says:
        lineReport.overEdge.length === 0
          ? 'The line keeps between the edges'
          : `The line is over the edge at ${lineReport.overEdge.map((o) => wholeLength(o.fromM, units)).join(', ')}`,
    },
    {
      key: 'unknown',
      done: unknown.length === 0,
      must: false,
      says:
        unknown.length === 0
          ? 'Run-off is known everywhere a mistake would take a car off the road'
          : `Run-off not known beyond ${corners(unknown)}: put it on the circuit`,
    },
    {
      key: 'stock',
      done: short.length === 0,
      must: false,
      says:
        short.length === 0 ? 'Enough markers in stock' : `Short of ${short.map((l) => `${l.needed - l.inStock} ${l.colour}`).join(', ')}`,
    },
    {
      key: 'briefed',
      done: students > 0 && briefed === students,
      must: false,
      says: students === 0 ? 'Nobody drives on this plan yet' : `${briefed} of ${students} students briefed`,
    },
  ]
}
