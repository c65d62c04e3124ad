import { runnersSchema, type FieldProblem, type Runners } from '@ochote/contracts'
import type { Outcome } from '../outcome/outcome'
import { readAs, readJson } from './readDocument'

/** Reads a runners file's text. */
export function readRunners(text: string): Outcome<Runners, FieldProblem[]> {
  const json = readJson(text)
  return json.ok ? readAs(runnersSchema, json.value) : json
}
