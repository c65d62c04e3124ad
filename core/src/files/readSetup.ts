import { setupSchema, type FieldProblem, type Setup } from '@ochote/contracts'
import type { Outcome } from '../outcome/outcome'
import { readAs, readJson } from './readDocument'

/** Reads a driving set-up file's text. */
export function readSetup(text: string): Outcome<Setup, FieldProblem[]> {
  const json = readJson(text)
  return json.ok ? readAs(setupSchema, json.value) : json
}
