import { useMutation, useQueryClient } from '@tanstack/react-query'
import { useCallback, useReducer, useState } from 'react'
import { circuitSchema, type CircuitDocument, type StoredCircuit } from '@ochote/contracts'
import { circuitQuery, circuitsQuery } from '../api/queries'
import { ProblemError, request } from '../api/request'
import { history, startHistory, type History, type HistoryAction } from '../undo/history'

const circuitHistory = (state: History<CircuitDocument>, action: HistoryAction<CircuitDocument>) => history(state, action)

export interface CircuitDraftState {
  document: CircuitDocument
  change: (document: CircuitDocument) => void
  undo: () => void
  redo: () => void
  canUndo: boolean
  canRedo: boolean
  dirty: boolean
  save: () => void
  saving: boolean
  error: unknown
  version: number
  /** another save came first: the version that is stored now */
  conflict: number | null
  keepMine: () => void
  takeTheirs: () => void
}

/** A circuit as it is edited: every change can be undone; it is stored when it is saved, over the version it was made from. */
export function useCircuitDraft(circuit: StoredCircuit): CircuitDraftState {
  const client = useQueryClient()
  const [state, dispatch] = useReducer(circuitHistory, circuit.document, startHistory)
  const [saved, setSaved] = useState(circuit)
  const { present } = state
  const stored = (next: StoredCircuit) => {
    setSaved(next)
    client.setQueryData(circuitQuery(next.id).queryKey, next)
    void client.invalidateQueries({ queryKey: circuitsQuery.queryKey, exact: true })
  }
  const put = useMutation({
    mutationFn: (fromVersion: number) =>
      request(circuitSchema, `/api/circuits/${circuit.id}`, { method: 'PUT', body: { document: present, fromVersion } }).then(
        (answered) => ({
          answered,
          sent: present,
        }),
      ),
    onSuccess: ({ answered, sent }) => stored({ ...answered, document: sent }),
  })
  const problem = put.error instanceof ProblemError ? put.error.problem : null
  const conflict = problem?.code === 'conflict' ? problem.currentVersion : null
  return {
    document: present,
    change: useCallback((to: CircuitDocument) => dispatch({ type: 'change', to }), []),
    undo: useCallback(() => dispatch({ type: 'undo' }), []),
    redo: useCallback(() => dispatch({ type: 'redo' }), []),
    canUndo: state.past.length > 0,
    canRedo: state.future.length > 0,
    dirty: present !== saved.document,
    save: () => put.mutate(saved.version),
    saving: put.isPending,
    error: conflict === null ? put.error : null,
    version: saved.version,
    conflict,
    keepMine: () => conflict !== null && put.mutate(conflict),
    takeTheirs: () => {
      void request(circuitSchema, `/api/circuits/${circuit.id}`).then((theirs) => {
        put.reset()
        stored(theirs)
        dispatch({ type: 'replace', to: theirs.document })
      })
    },
  }
}
