import type { CallLanguage } from '@ochote/contracts'
import { FIRST_SESSION_REACTION_S, planCalls, type PlanCallSheet, type MarkedPlan } from '@ochote/core'
import type { OpenStint } from './openStint'

interface Wanted {
  marked: MarkedPlan
  language: CallLanguage | undefined
  fewWords: boolean
  correctStreaks: ReadonlyMap<string, number>
}

/** A stint's call sheet: at its instructor's pace of speech, with a first session's longer reaction, naming the marks that the plan has. */
export const callsFor = (
  { plan, instructor, scheme }: Pick<OpenStint, 'plan' | 'instructor' | 'scheme'>,
  { marked, language, fewWords, correctStreaks }: Wanted,
): PlanCallSheet =>
  planCalls(marked, {
    timing: {
      ...(instructor.wordsPerSecond === null ? {} : { wordsPerSecond: instructor.wordsPerSecond }),
      ...(plan.firstSession ? { reactionS: FIRST_SESSION_REACTION_S } : {}),
    },
    ...(language ? { language } : {}),
    looks: scheme.looks,
    fewWords,
    correctStreaks,
  })
