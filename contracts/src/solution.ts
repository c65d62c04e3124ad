import * as z from 'zod'
import { setupSchema } from './setup'
import { vehicleSchema } from './vehicle'

const coefficients = z.array(z.number().min(-200).max(200)).min(4).max(20_000)

/** A line as a search found it: its spline's coefficients, metres, and those of the fastest line it is compared with. */
const foundLineSchema = z.object({
  coefficients,
  /** null where the line is the fastest itself */
  fastest: coefficients.nullable(),
  /** the usual dry line, where the rubber lies; null where the search did not ask for it */
  usual: coefficients.nullable(),
  /** corners that the late-apex or tight school leaves alone, with the reason */
  exempt: z.array(z.tuple([z.string(), z.string()])).max(200),
})
export type FoundLine = z.infer<typeof foundLineSchema>

/** What a corner is for. */
export const priorityKinds = ['exit', 'entry', 'set-up', 'carry', 'held', 'flat'] as const
export type PriorityKind = (typeof priorityKinds)[number]

/** A corner's priority with the numbers behind it; seconds are for this vehicle, pace and line. */
const cornerPrioritySchema = z.object({
  kind: z.enum(priorityKinds),
  /** seconds lost from full throttle to the next braking point for each km/h less at full throttle */
  exitSPerKmh: z.number(),
  /** seconds lost on the lap for each metre of braking earlier */
  entrySPerM: z.number(),
  /** seconds lost on the lap for each km/h less at its slowest place */
  minSpeedSPerKmh: z.number(),
  /** seconds that a usual miss costs here: what corners are ranked by */
  atStakeS: z.number(),
  /** 1 is where most is at stake */
  rank: z.number().int().min(1),
})
export type CornerPriority = Readonly<z.infer<typeof cornerPrioritySchema>>

/** The slow part of solving a plan. Once stored, the rest of the plan follows from it at once. */
export const storedSolutionSchema = z.object({
  /** null where the line was given and nothing was searched for */
  line: foundLineSchema.nullable(),
  /** one a corner, in the order of the lap */
  priorities: z.array(cornerPrioritySchema).max(200),
})
export type StoredSolution = z.infer<typeof storedSolutionSchema>

/** What a solution depends on. */
export const solutionKeySchema = z.object({ circuitId: z.uuid(), vehicle: vehicleSchema, setup: setupSchema })
export type SolutionKey = z.infer<typeof solutionKeySchema>

/** Asks for a solution: of a plan version where one is named, else on the circuit as it is now. */
export const solutionQuestionSchema = solutionKeySchema.extend({ planVersionId: z.uuid().optional() })
export type SolutionQuestion = z.infer<typeof solutionQuestionSchema>

/** The server computes the solutions of saved plans. */
export const solutionAnswerSchema = z.object({
  /** null where none is stored yet */
  solution: storedSolutionSchema.nullable(),
  /** whether the server is computing it */
  computing: z.boolean(),
})
