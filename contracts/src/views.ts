import { z } from 'zod'
import { debriefSchema } from './debrief'
import { daySchema } from './day'
import { planSchema } from './plan'
import { stintSchema } from './stint'
import { meetingSchema } from './meeting'
import { sessionSchema } from './session'
import { storedEntrySchema } from './log'
import { circuitSummarySchema } from './storedCircuit'
import { markerSchemeSchema } from './markerScheme'
import { personSchema } from './person'
import { vehicleTypeSchema } from './vehicleType'

/** A stint with everything logged in it and what was said afterwards. */
export const stintViewSchema = z.object({
  stint: stintSchema,
  log: z.array(storedEntrySchema),
  debrief: debriefSchema.nullable(),
})
export type StintView = z.infer<typeof stintViewSchema>

/** A whole day as it stands. */
export const dayViewSchema = daySchema.extend({
  circuit: circuitSummarySchema,
  plans: z.array(planSchema),
  stints: z.array(stintViewSchema),
  people: z.array(personSchema),
  vehicles: z.array(vehicleTypeSchema),
  markerSchemes: z.array(markerSchemeSchema),
  meeting: meetingSchema,
  sessions: z.array(sessionSchema),
})
export type DayView = z.infer<typeof dayViewSchema>

/** A student's stints over all days, the oldest first. */
export const studentViewSchema = z.object({
  person: personSchema,
  days: z.array(daySchema.extend({ circuit: circuitSummarySchema, stints: z.array(stintViewSchema) })),
})
export type StudentView = z.infer<typeof studentViewSchema>
