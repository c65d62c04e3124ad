import { useQueryClient } from '@tanstack/react-query'
import { useCallback, useReducer, useState } from 'react'
import { circuitSchema, type CircuitDocument, type StoredCircuit } from '@ochote/contracts'
import { circuitQuery, circuitsQuery } from '../api/queries'
import { request } from '../api/request'
import { useVersionedSave } from '../api/useVersionedSave'
import { history, startHistory, type History, type HistoryAction } from '../undo/history'

const circuitHistory = (state: History<CircuitDocument>, action: HistoryAction<CircuitDocument>) => history(state, action)

interface CircuitDraftState {
  document: CircuitDocument
  change: (document: CircuitDocument) => void
  undo: () => void
  redo: () => void
  canUndo: boolean
  canRedo: boolean
  dirty: boolean
  save: () => void
  saving: boolean
  error: Error | null
  version: number
  conflict: { version: number; keepMine: () => void; takeTheirs: () => Promise<void> } | null
}

/** A circuit while it is edited: every change can be undone. It is stored when it is saved, over the version it was made from. */
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
  const { save, saving, error, conflict } = useVersionedSave({
    version: saved.version,
    put: (document: CircuitDocument, fromVersion) =>
      request(circuitSchema, `/api/circuits/${circuit.id}`, { method: 'PUT', body: { document, fromVersion } }),
    onSaved: (answered, sent) => stored({ ...answered, document: sent }),
    reload: async () => {
      const theirs = await request(circuitSchema, `/api/circuits/${circuit.id}`)
      stored(theirs)
      dispatch({ type: 'replace', to: theirs.document })
    },
  })
  return {
    document: present,
    change: useCallback((to: CircuitDocument) => dispatch({ type: 'change', to }), []),
    undo: useCallback(() => dispatch({ type: 'undo' }), []),
    redo: useCallback(() => dispatch({ type: 'redo' }), []),
    canUndo: state.past.length > 0,
    canRedo: state.future.length > 0,
    dirty: present !== saved.document,
    save: () => save(present),
    saving,
    error,
    version: saved.version,
    conflict: conflict && { ...conflict, keepMine: () => conflict.keepMine(present) },
  }
}
