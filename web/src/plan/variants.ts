import type { PlanDraft } from '@ochote/contracts'
import { steppedPace } from '@ochote/core'

interface Variant {
  readonly name: string
  readonly description: string
  readonly of: (draft: PlanDraft) => PlanDraft
}

const withGrip = (draft: PlanDraft, grip: number, rubberedGrip: number): PlanDraft => ({
  ...draft,
  setup: { ...draft.setup, conditions: { ...draft.setup.conditions, grip, rubberedGrip } },
})

/** The variants that a plan usually needs. */
export const variants = {
  'next-step': {
    name: 'Next step',
    description: 'Five per cent more pace; no longer a first session.',
    of: (draft) => ({ ...draft, firstSession: false, setup: { ...draft.setup, pace: steppedPace(draft.setup.pace, 'up') } }),
  },
  wet: { name: 'Wet', description: 'Less grip, and least of all on the rubber.', of: (draft) => withGrip(draft, 0.74, 0.82) },
  dry: { name: 'Dry', description: 'Full grip everywhere.', of: (draft) => withGrip(draft, 1, 1) },
  copy: { name: 'The same again', description: 'Then choose another vehicle or school.', of: (draft) => draft },
} as const satisfies Record<string, Variant>
export type VariantKey = keyof typeof variants

/** A variant of a plan. Answers to unsafe findings are not copied: they were given for another plan. */
export const variantOf = (draft: PlanDraft, key: VariantKey): PlanDraft => ({ ...variants[key].of(draft), unsafeAnswers: [] })
