import type { CallLanguage, CallVerb, Duty } from '@ochote/contracts'
import { sampleAtStation } from '../geometry/track'
import type { CornerPoint, PointName } from '../corners/cornerPoints'
import type { SolvedCorner } from '../corners/solvedCorner'
import type { MarkedPlan } from '../plan/markPlan'
import {
  chooseCalls,
  DEFAULT_REACTION_S,
  DEFAULT_WORDS_PER_SECOND,
  wordingNames,
  type CallOption,
  type CallSheet,
  type CallTiming,
} from './chooseCalls'
import { fadeCalls } from './fade'
import { inWords, placeWords } from './placeWords'
import { defaultCalls } from './defaultCalls'

/** An action of a corner that can be called: verb first, then place. */
interface CallKind {
  readonly point: PointName
  /** the cone whose place the call says */
  readonly duty: Duty | null
  readonly verb: CallVerb
  readonly weight: number
  /** calls to slow down are safety calls, and never dropped */
  readonly safety: boolean
}

const kinds: readonly CallKind[] = [
  { point: 'lift', duty: 'lift', verb: 'lift', weight: 8, safety: true },
  { point: 'brakeStart', duty: 'brake', verb: 'brake', weight: 10, safety: true },
  { point: 'turnIn', duty: null, verb: 'turn', weight: 6, safety: false },
  { point: 'throttleOn', duty: null, verb: 'squeeze', weight: 4, safety: false },
  { point: 'exit', duty: null, verb: 'let it out', weight: 3, safety: false },
]
const SHIFT_WEIGHT = 2

/** A call of a plan's sheet: what, at which corner, where. */
export interface PlanCall {
  readonly cornerNumber: string
  readonly verb: CallVerb
  /** where its action is due */
  readonly stationM: number
}

export interface PlanCallSheet extends CallSheet {
  /** what each call is about, by its id */
  readonly about: Readonly<Record<string, PlanCall>>
  readonly timing: CallTiming
}

/** The words of a call in a school's own language. */
function worded(language: CallLanguage, verb: CallVerb, words: Readonly<Record<string, string>>): CallOption['words'] {
  const own = language.calls[verb]
  const [long, normal, short] = wordingNames.map((name) => inWords(own[name], words))
  return { long: long!, normal: normal!, short: short! }
}

/**
 * Every call that could be made on a lap of a plan, at the places of its cones.
 */
export function callOptionsOf(
  { solution, cones }: Pick<MarkedPlan, 'solution' | 'cones'>,
  language: CallLanguage = defaultCalls,
): { options: CallOption[]; about: Record<string, PlanCall> } {
  const { track, trace } = solution
  const { landmarks } = solution.features
  const about: Record<string, PlanCall> = {}
  const called = (corner: SolvedCorner, { verb, duty, weight, safety }: Omit<CallKind, 'point'>, point: CornerPoint): CallOption => {
    const cone = cones.find((c) => c.cornerNumber === corner.number && c.duty === duty)
    const stationM = cone?.stationM ?? point.stationM
    const id = `${corner.number}-${verb.replaceAll(' ', '-')}`
    about[id] = { cornerNumber: corner.number, verb, stationM }
    const words = {
      place: placeWords(track, landmarks, stationM, language),
      side: language.phrases[corner.direction],
      corner: corner.number,
    }
    const actionTimeS = cone ? trace.timeS[sampleAtStation(track, stationM)]! : point.timeS
    return { id, actionTimeS, words: worded(language, verb, words), weight, safety }
  }
  const options = solution.corners.flatMap((corner) =>
    kinds.flatMap((kind) => {
      const point = corner.points[kind.point]
      return point ? [called(corner, kind, point)] : []
    }),
  )
  solution.upshifts.forEach((shift, k) => {
    const id = `shift-${k + 1}`
    about[id] = { cornerNumber: shift.insideCorner ?? '', verb: 'up a gear', stationM: shift.stationM }
    const words = { place: placeWords(track, landmarks, shift.stationM, language), side: '', corner: shift.insideCorner ?? '' }
    const actionTimeS = trace.timeS[sampleAtStation(track, shift.stationM)]!
    options.push({ id, actionTimeS, words: worded(language, 'up a gear', words), weight: SHIFT_WEIGHT, safety: false })
  })
  return { options, about }
}

interface CallsAsked {
  readonly timing?: Partial<CallTiming>
  readonly language?: CallLanguage
  /** few words: calls are said in their normal or short form */
  readonly fewWords?: boolean
  /** how often each call's action was right without a miss since, by the call's id; what is steady is no longer called */
  readonly correctStreaks?: ReadonlyMap<string, number>
}

/** The call sheet of a plan for a student's own speed trace (docs/model.md, Calls). */
export function planCalls(
  marked: Pick<MarkedPlan, 'solution' | 'cones'>,
  { timing = {}, language, fewWords = false, correctStreaks = new Map() }: CallsAsked = {},
): PlanCallSheet {
  const whole = { wordsPerSecond: DEFAULT_WORDS_PER_SECOND, reactionS: DEFAULT_REACTION_S, ...timing }
  const { options, about } = callOptionsOf(marked, language)
  const shortened = fewWords ? options.map((o) => ({ ...o, words: { ...o.words, long: o.words.normal } })) : options
  return { ...chooseCalls(fadeCalls(shortened, correctStreaks), marked.solution.trace.lapTimeS, whole), about, timing: whole }
}
