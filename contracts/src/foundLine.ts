import { z } from 'zod'
import { setupSchema } from './setup'
import { vehicleSchema } from './vehicle'

const coefficients = z.array(z.number().min(-200).max(200)).min(4).max(20_000)

/** A line as a search found it: its spline's coefficients, metres, and those of the fastest line it is compared with. */
export const foundLineSchema = z.object({
  coefficients,
  /** null where the line is the fastest itself */
  fastest: coefficients.nullable(),
  /** the usual dry line, where the rubber lies; null where the search did not ask for it */
  usual: coefficients.nullable(),
  /** corners left as they come in the late-apex school, with the reason */
  exempt: z.array(z.tuple([z.string(), z.string()])).max(200),
})
export type FoundLine = z.infer<typeof foundLineSchema>

/** What a search depends on. */
export const lineQuestionSchema = z.object({ circuitId: z.uuid(), vehicle: vehicleSchema, setup: setupSchema })
export type LineQuestion = z.infer<typeof lineQuestionSchema>

/** A line kept for what it was searched for. */
export const keptLineSchema = z.object({ question: lineQuestionSchema, line: foundLineSchema })
export type KeptLine = z.infer<typeof keptLineSchema>
