/** A value with the ones that undo and redo lead to. */
export interface History<T> {
  readonly past: readonly T[]
  readonly present: T
  readonly future: readonly T[]
}

export type HistoryAction<T> = { type: 'change'; to: T } | { type: 'undo' } | { type: 'redo' } | { type: 'replace'; to: T }

const MOST_STEPS = 200

export const startHistory = <T>(present: T): History<T> => ({ past: [], present, future: [] })

export function history<T>(state: History<T>, action: HistoryAction<T>): History<T> {
  switch (action.type) {
    case 'change':
      return { past: [...state.past, state.present].slice(-MOST_STEPS), present: action.to, future: [] }
    case 'undo': {
      const previous = state.past[state.past.length - 1]
      return previous === undefined ? state : { past: state.past.slice(0, -1), present: previous, future: [state.present, ...state.future] }
    }
    case 'redo': {
      const [next, ...rest] = state.future
      return next === undefined ? state : { past: [...state.past, state.present], present: next, future: rest }
    }
    case 'replace':
      return startHistory(action.to)
  }
}
