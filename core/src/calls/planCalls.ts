import type { Duty } from '@ochote/contracts'
import type { PointName } from '../corners/cornerPoints'
import type { SolvedCorner } from '../corners/solvedCorner'
import type { PlanSolution } from '../plan/solvePlan'
import { chooseCalls, DEFAULT_REACTION_S, DEFAULT_WORDS_PER_SECOND, type CallOption, type CallSheet, type CallTiming } from './chooseCalls'

/** An action of a corner that can be called: verb first, then place. */
interface CallKind {
  readonly point: PointName
  /** the cone whose found-by phrase says the place */
  readonly duty: Duty | null
  readonly verb: string
  readonly weight: number
  /** slowing down is what keeps people safe: its calls are never dropped */
  readonly safety: boolean
  readonly words: (corner: SolvedCorner, place: string) => CallOption['words']
}

const kinds: readonly CallKind[] = [
  {
    point: 'lift',
    duty: 'lift',
    verb: 'lift',
    weight: 8,
    safety: true,
    words: (_corner, place) => ({ long: `Lift ${place}`, normal: 'Lift now', short: 'Lift' }),
  },
  {
    point: 'brakeStart',
    duty: 'brake',
    verb: 'brake',
    weight: 10,
    safety: true,
    words: (_corner, place) => ({ long: `Brake ${place}`, normal: 'Brake, firm', short: 'Brake' }),
  },
  {
    point: 'turnIn',
    duty: null,
    verb: 'turn',
    weight: 6,
    safety: false,
    words: ({ direction }) => ({ long: `Turn ${direction}, one turn`, normal: `Turn ${direction}`, short: 'Turn' }),
  },
  {
    point: 'throttleOn',
    duty: null,
    verb: 'squeeze',
    weight: 4,
    safety: false,
    words: () => ({ long: 'Squeeze as it opens', normal: 'Squeeze now', short: 'Squeeze' }),
  },
  {
    point: 'exit',
    duty: null,
    verb: 'let it out',
    weight: 3,
    safety: false,
    words: () => ({ long: 'Let it run out', normal: 'Let it out', short: 'Out' }),
  },
]

/** A call of a plan's sheet: what, at which corner, where. */
export interface PlanCall {
  readonly cornerNumber: string
  readonly verb: string
  /** where its action is due */
  readonly stationM: number
}

export interface PlanCallSheet extends CallSheet {
  /** what each call is about, by its id */
  readonly about: Readonly<Record<string, PlanCall>>
  readonly timing: CallTiming
}

/** Everything that could be called on a lap of a plan. */
export function callOptionsOf(solution: PlanSolution): { options: CallOption[]; about: Record<string, PlanCall> } {
  const about: Record<string, PlanCall> = {}
  const options = solution.corners.flatMap((corner) =>
    kinds.flatMap((kind): CallOption[] => {
      const point = corner.points[kind.point]
      if (!point) return []
      const cone = solution.cones.find((c) => c.cornerNumber === corner.number && c.duty === kind.duty)
      const id = `${corner.number}-${kind.verb.replaceAll(' ', '-')}`
      about[id] = { cornerNumber: corner.number, verb: kind.verb, stationM: point.stationM }
      const words = kind.words(corner, cone?.foundBy ?? 'now')
      return [{ id, actionTimeS: point.timeS, words, weight: kind.weight, safety: kind.safety }]
    }),
  )
  return { options, about }
}

/** The call sheet of a plan for a student's own speed trace (physics.md section 9). */
export function planCalls(solution: PlanSolution, timing: Partial<CallTiming> = {}): PlanCallSheet {
  const whole = { wordsPerSecond: DEFAULT_WORDS_PER_SECOND, reactionS: DEFAULT_REACTION_S, ...timing }
  const { options, about } = callOptionsOf(solution)
  return { ...chooseCalls(options, solution.trace.lapTimeS, whole), about, timing: whole }
}
