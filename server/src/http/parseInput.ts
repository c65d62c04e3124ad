import { fieldProblems } from '@ochote/contracts'
import type { z } from 'zod'
import { invalidInput } from './appError'

/** Checks what a client sent. @throws AppError that names the field, the value found and the value expected */
export function parseInput<S extends z.ZodType>(schema: S, input: unknown): z.infer<S> {
  const parsed = schema.safeParse(input)
  if (parsed.success) return parsed.data
  throw invalidInput(fieldProblems(parsed.error, input))
}
