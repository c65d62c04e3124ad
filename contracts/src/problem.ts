import * as z from 'zod'
import { fieldProblemSchema } from './fieldProblem'

const common = { type: z.string(), title: z.string(), status: z.number().int(), detail: z.string() }

/** A problem as RFC 9457 problem details; `code` names its kind. */
export const problemSchema = z.discriminatedUnion('code', [
  z.object({ ...common, code: z.literal('invalid-input'), fields: z.array(fieldProblemSchema) }),
  z.object({ ...common, code: z.literal('not-found') }),
  z.object({ ...common, code: z.literal('conflict'), currentVersion: z.number().int() }),
  z.object({ ...common, code: z.literal('unexpected'), requestId: z.string() }),
  /** made by the web application itself when no answer came */
  z.object({ ...common, code: z.literal('unreachable') }),
])
export type Problem = z.infer<typeof problemSchema>
