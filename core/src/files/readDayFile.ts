import { dayFileSchema, type DayFile, type FieldProblem } from '@ochote/contracts'
import type { Outcome } from '../outcome/outcome'
import { readAs, readJson } from './readDocument'

/** Reads a day file's text. */
export function readDayFile(text: string): Outcome<DayFile, FieldProblem[]> {
  const json = readJson(text)
  return json.ok ? readAs(dayFileSchema, json.value) : json
}
