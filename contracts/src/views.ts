import { z } from 'zod'
import { debriefSchema, eventSchema, planSchema, stintSchema } from './day'
import { meetingSchema } from './meeting'
import { sessionSchema } from './session'
import { storedEntrySchema } from './log'
import { circuitSummarySchema, markerSchemeSchema, personSchema, vehicleOnShelfSchema } from './shelf'

/** A stint with everything logged in it and what was said afterwards. */
export const stintFileSchema = z.object({
  stint: stintSchema,
  log: z.array(storedEntrySchema),
  debrief: debriefSchema.nullable(),
})
export type StintFile = z.infer<typeof stintFileSchema>

/** A whole day as it stands. */
export const dayFileSchema = z.object({
  event: eventSchema,
  circuit: circuitSummarySchema,
  plans: z.array(planSchema),
  stints: z.array(stintFileSchema),
  people: z.array(personSchema),
  vehicles: z.array(vehicleOnShelfSchema),
  markerSchemes: z.array(markerSchemeSchema),
  meeting: meetingSchema,
  sessions: z.array(sessionSchema),
})
export type DayFile = z.infer<typeof dayFileSchema>

/** A student's stints over all days, the oldest first. */
export const studentFileSchema = z.object({
  person: personSchema,
  days: z.array(z.object({ event: eventSchema, circuit: circuitSummarySchema, stints: z.array(stintFileSchema) })),
})
export type StudentFile = z.infer<typeof studentFileSchema>
