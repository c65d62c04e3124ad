import type { CallLanguage, MarkerScheme } from '@ochote/contracts'
import type { MarkedPlan } from '../plan/markPlan'
import { callOptionsOf, type PlanCall } from './callOptions'
import { chooseCalls, DEFAULT_REACTION_S, DEFAULT_WORDS_PER_SECOND, type CallSheet, type CallTiming } from './chooseCalls'
import { fadeCalls } from './fade'

export interface PlanCallSheet extends CallSheet {
  /** what each call is about, by its id */
  readonly about: Readonly<Record<string, PlanCall>>
  readonly timing: CallTiming
}

interface CallsAsked {
  readonly timing?: Partial<CallTiming>
  readonly language?: CallLanguage
  /** the school's marks, which the calls name */
  readonly looks?: MarkerScheme['looks']
  /** few words: calls are said in their normal or short form */
  readonly fewWords?: boolean
  /** how often each call's action was right without a miss since, by the call's id; what is steady is no longer called */
  readonly correctStreaks?: ReadonlyMap<string, number>
}

/** The call sheet of a plan for a student's own speed trace (docs/model.md, Calls). */
export function planCalls(
  marked: Pick<MarkedPlan, 'solution' | 'cones'>,
  { timing = {}, language, looks, fewWords = false, correctStreaks = new Map() }: CallsAsked = {},
): PlanCallSheet {
  const whole = { wordsPerSecond: DEFAULT_WORDS_PER_SECOND, reactionS: DEFAULT_REACTION_S, ...timing }
  const { options, about } = callOptionsOf(marked, language, looks)
  const shortened = fewWords ? options.map((o) => ({ ...o, words: { ...o.words, long: o.words.normal } })) : options
  return { ...chooseCalls(fadeCalls(shortened, correctStreaks), marked.solution.trace.lapTimeS, whole), about, timing: whole }
}
