import { fieldProblems } from '@ochote/contracts'
import type { z } from 'zod'
import { invalidInput } from './appError'

/** What a client sent, checked; throws a problem that names field, value found and value expected. */
export function parseInput<S extends z.ZodType>(schema: S, input: unknown): z.infer<S> {
  const parsed = schema.safeParse(input)
  if (parsed.success) return parsed.data
  throw invalidInput(fieldProblems(parsed.error, input))
}
