import { expose } from 'comlink'
import { circuitFromDocument, type Outcome } from '@ochote/core'
import type { FieldProblem } from '@ochote/contracts'

const LARGEST_BYTES = 55_000_000

const api = {
  /** Reads a circuit's file and checks it, so that what is refused is never sent. */
  async read(file: File): Promise<Outcome<unknown, FieldProblem[]>> {
    const refused = (found: string, expected: string) => ({ ok: false as const, problem: [{ field: file.name, found, expected }] })
    if (file.size > LARGEST_BYTES) return refused(`${(file.size / 1e6).toFixed(0)} MB`, `at most ${LARGEST_BYTES / 1e6} MB`)
    let document: unknown
    try {
      document = JSON.parse((await file.text()).replace(/^\uFEFF/, ''))
    } catch (error) {
      return refused((error as Error).message, 'a JSON document')
    }
    const circuit = circuitFromDocument(document)
    return circuit.ok ? { ok: true, value: document } : circuit
  },
}
export type CircuitFileWorker = typeof api

expose(api)
