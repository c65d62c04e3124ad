import { expose } from 'comlink'
import { circuitFromDocument, fileKindOf, notJson, type Outcome } from '@ochote/core'
import type { FieldProblem } from '@ochote/contracts'

const LARGEST_BYTES = 55_000_000

const api = {
  /** Reads a circuit's file and checks it, so that what is refused is never sent. */
  async read(file: File): Promise<Outcome<unknown, FieldProblem[]>> {
    const refused = (found: string, expected: string) => ({ ok: false as const, problem: [{ field: file.name, found, expected }] })
    if (file.size > LARGEST_BYTES) return refused(`${(file.size / 1e6).toFixed(0)} MB`, `at most ${LARGEST_BYTES / 1e6} MB`)
    let document: unknown
    const text = (await file.text()).replace(/^\uFEFF/, '')
    try {
      document = JSON.parse(text)
    } catch (error) {
      return { ok: false, problem: [notJson(text, error, file.name, 'a circuit file (GeoJSON)')] }
    }
    const kind = fileKindOf(text)
    if (kind?.name === 'a vehicle file') return refused(kind.name, `a circuit file (GeoJSON). ${kind.usedFor}`)
    const circuit = circuitFromDocument(document)
    return circuit.ok ? { ok: true, value: document } : circuit
  },
}
export type CircuitFileWorker = typeof api

expose(api)
