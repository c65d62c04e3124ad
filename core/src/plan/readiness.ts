import type { MarkerScheme, UnsafeAnswer } from '@ochote/contracts'
import { stockTotals } from '../cones/placingList'
import type { RoomToBeWrong } from '../runOff/roomToBeWrong'
import type { MarkedPlan } from './markPlan'
import type { PlanSolution } from './solvePlan'

/** One thing that a plan needs. */
interface ReadyItem {
  readonly key: 'marks' | 'unsafe' | 'edge' | 'unknown' | 'stock' | 'briefed'
  readonly done: boolean
  /** while this is not done the plan can't be marked ready */
  readonly must: boolean
  readonly says: string
}

interface ReadinessInput {
  readonly marked: Pick<MarkedPlan, 'cones' | 'room'> & { readonly solution: Pick<PlanSolution, 'lineReport' | 'corners'> }
  readonly scheme: Pick<MarkerScheme, 'looks' | 'stock'>
  readonly answers: readonly UnsafeAnswer[]
  /** students who drive on this plan, and how many of them are briefed */
  readonly students: number
  readonly briefed: number
}

/** An answer holds until the finding is this much worse than when it was given, metres. */
const WORSE_M = 1

/** Whether an unsafe corner's finding is answered by name and reason, and has not got worse since. */
export function isAnswered(room: Pick<RoomToBeWrong, 'cornerNumber' | 'marginM'>, answers: readonly UnsafeAnswer[]): boolean {
  const answer = answers.find((a) => a.cornerNumber === room.cornerNumber)
  return answer !== undefined && -(room.marginM ?? 0) <= answer.shortM + WORSE_M
}

const corners = (numbers: readonly string[]) => `corner${numbers.length === 1 ? '' : 's'} ${numbers.join(', ')}`

/** What a plan needs before it can be used, and which of it is there. All of it is computed, none ticked by hand. */
export function readiness({ marked: { solution, cones, room }, scheme, answers, students, briefed }: ReadinessInput): ReadyItem[] {
  const { lineReport } = solution
  const bare = solution.corners.filter((c) => !cones.some((cone) => cone.cornerNumber === c.number)).map((c) => c.number)
  const open = room.filter((r) => r.verdict === 'unsafe' && !isAnswered(r, answers)).map((r) => r.cornerNumber)
  const unsafe = room.filter((r) => r.verdict === 'unsafe').length
  const unknown = room.filter((r) => r.verdict === 'unknown').map((r) => r.cornerNumber)
  const short = stockTotals(cones, scheme).filter((line) => line.needed > line.inStock)
  return [
    {
      key: 'marks',
      done: bare.length === 0,
      must: false,
      says: bare.length === 0 ? `Every corner has a mark, ${cones.length} in all` : `No mark at ${corners(bare)}`,
    },
    {
      key: 'unsafe',
      done: open.length === 0,
      must: true,
      says:
        open.length > 0
          ? `Unsafe and not answered: ${corners(open)}. Move the brake cone, lower the pace, or write the reason by name`
          : unsafe === 0
            ? 'No brake cone is unsafe'
            : `${unsafe} unsafe, each answered by name`,
    },
    {
      key: 'edge',
      done: lineReport.overEdge.length === 0,
      must: true,
      says:
        lineReport.overEdge.length === 0
          ? 'The line keeps between the edges'
          : `The line is over the edge at ${lineReport.overEdge.map((o) => `${o.fromM.toFixed(0)} m`).join(', ')}`,
    },
    {
      key: 'unknown',
      done: unknown.length === 0,
      must: false,
      says: unknown.length === 0 ? 'Run-off is known at every corner that needs braking' : `Run-off not known beyond ${corners(unknown)}`,
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
