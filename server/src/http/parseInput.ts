import { fieldProblems } from '@ochote/contracts'
import type { z } from 'zod'
import { invalidInput } from './appError'
import { cutTexts } from './cutTexts'

/** Checks the shape of what a client sent, where the texts in it are checked apart. @throws AppError as `parseInput` */
export function parseShape<S extends z.ZodType>(schema: S, input: unknown): z.infer<S> {
  const parsed = schema.safeParse(input)
  if (!parsed.success) throw invalidInput(fieldProblems(parsed.error, input))
  return parsed.data
}

/** Checks what a client sent. @throws AppError that names the field, the value found and the value expected */
export function parseInput<S extends z.ZodType>(schema: S, input: unknown): z.infer<S> {
  const data = parseShape(schema, input)
  const cut = cutTexts(data)
  if (cut.length > 0) throw invalidInput(cut)
  return data
}
