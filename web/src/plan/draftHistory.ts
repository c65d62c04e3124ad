import type { PlanDraft } from '@ochote/contracts'

/** A plan's draft with what undo and redo go to. */
export interface DraftHistory {
  readonly past: readonly PlanDraft[]
  readonly present: PlanDraft
  readonly future: readonly PlanDraft[]
}

export type DraftAction = { type: 'change'; draft: PlanDraft } | { type: 'undo' } | { type: 'redo' } | { type: 'replace'; draft: PlanDraft }

const MOST_STEPS = 200

export const startHistory = (present: PlanDraft): DraftHistory => ({ past: [], present, future: [] })

export function draftHistory(state: DraftHistory, action: DraftAction): DraftHistory {
  switch (action.type) {
    case 'change':
      return { past: [...state.past, state.present].slice(-MOST_STEPS), present: action.draft, future: [] }
    case 'undo': {
      const previous = state.past[state.past.length - 1]
      return previous ? { past: state.past.slice(0, -1), present: previous, future: [state.present, ...state.future] } : state
    }
    case 'redo': {
      const [next, ...rest] = state.future
      return next ? { past: [...state.past, state.present], present: next, future: rest } : state
    }
    case 'replace':
      return startHistory(action.draft)
  }
}
