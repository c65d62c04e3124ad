import * as z from 'zod'
import { fieldProblemSchema } from './fieldProblem'

const common = { type: z.string(), title: z.string(), status: z.number().int(), detail: z.string() }

/** A problem as RFC 9457 problem details; `code` names its kind. */
export const problemSchema = z.discriminatedUnion('code', [
  z.object({ ...common, code: z.literal('invalid-input'), fields: z.array(fieldProblemSchema) }),
  z.object({ ...common, code: z.literal('not-found') }),
  z.object({ ...common, code: z.literal('conflict'), currentVersion: z.number().int() }),
  z.object({ ...common, code: z.literal('unexpected'), requestId: z.string() }),
  /** the server has too much to do; it may pass */
  z.object({ ...common, code: z.literal('busy') }),
  /** this device has not given the school's PIN */
  z.object({ ...common, code: z.literal('locked') }),
  /** made by the web application itself when no answer came */
  z.object({ ...common, code: z.literal('unreachable') }),
  /** made by the web application itself when the answer does not fit the page */
  z.object({ ...common, code: z.literal('unreadable') }),
])
export type Problem = z.infer<typeof problemSchema>
