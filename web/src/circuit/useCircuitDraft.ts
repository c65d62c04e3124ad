import { useQueryClient } from '@tanstack/react-query'
import { circuitEnvelopeSchema, circuitSchema, type CircuitDocument, type StoredCircuit } from '@ochote/contracts'
import { circuitFromDocument } from '@ochote/core'
import { askAgain } from '../api/askAgain'
import { circuitQuery, circuitsQuery } from '../api/queries'
import { request } from '../api/request'
import { useAutosave } from '../autosave/useAutosave'

/** A drawing is changed in bursts: one save for each. */
const SAVE_AFTER_MS = 1_500

const isComplete = (document: CircuitDocument) => circuitFromDocument(document).ok
const held = ({ document, version }: StoredCircuit) => ({ draft: document, version })

/** A circuit while it is edited: every change can be undone, and it is saved by itself whenever it can be driven. */
export function useCircuitDraft(circuit: StoredCircuit) {
  const client = useQueryClient()
  const path = `/api/circuits/${circuit.id}`
  return useAutosave({
    path,
    stored: held(circuit),
    put: async (document: CircuitDocument, fromVersion, send) => {
      const stored = await send(circuitSchema, { document, fromVersion })
      client.setQueryData(circuitQuery(circuit.id).queryKey, { ...stored, document })
      void askAgain(client, circuitsQuery.queryKey, true)
      return { draft: document, version: stored.version }
    },
    load: async () => {
      const stored = await request(circuitSchema, path)
      client.setQueryData(circuitQuery(circuit.id).queryKey, stored)
      return held(stored)
    },
    read: (kept) => circuitEnvelopeSchema.parse(kept) as CircuitDocument,
    isComplete,
    waitMs: SAVE_AFTER_MS,
  })
}
