import { fieldProblems, type FieldProblem } from '@ochote/contracts'
import type { z } from 'zod'
import { failure, success, type Outcome } from '../outcome/outcome'
import { notJson } from './fileKind'

/** Most characters read of one file. */
const MOST_CHARACTERS = 60_000_000
/** How many problems are reported for one file. Fixing the first ones usually fixes the rest. */
const MOST_PROBLEMS = 20

/** Reads text as JSON, saying where it stops being JSON. */
export function readJson(text: string): Outcome<unknown, FieldProblem[]> {
  if (text.length > MOST_CHARACTERS) {
    return failure([{ field: 'the file', found: `${text.length} characters`, expected: `${MOST_CHARACTERS} at the most` }])
  }
  try {
    return success(JSON.parse(text.replace(/^\uFEFF/, '')) as unknown)
  } catch (error) {
    return failure([notJson(text, error, 'the file', 'JSON')])
  }
}

/** Checks a value against a schema; problems name fields from `prefix` on. */
export function readAs<S extends z.ZodType>(
  schema: S,
  value: unknown,
  prefix: readonly PropertyKey[] = [],
): Outcome<z.infer<S>, FieldProblem[]> {
  const parsed = schema.safeParse(value, { reportInput: false })
  return parsed.success ? success(parsed.data) : failure(fieldProblems(parsed.error, value, prefix).slice(0, MOST_PROBLEMS))
}
