import * as z from 'zod'
import { carSchema } from './car'
import { daySchema } from './day'
import { debriefSchema } from './debrief'
import { markerSchemeSchema } from './markerScheme'
import { meetingSchema } from './meeting'
import { personNameSchema, personSchema } from './person'
import { planSchema } from './plan'
import { sessionSchema } from './session'
import { stintSchema } from './stint'
import { circuitSummarySchema } from './storedCircuit'
import { vehicleTypeSchema } from './vehicleType'

/** A stint on a day's list. */
const listedStintSchema = z.object({ stint: stintSchema, debriefed: z.boolean() })
export type ListedStint = z.infer<typeof listedStintSchema>

/** A day with everything its pages list. Logs, debriefs and what is known of people are asked for apart. */
export const dayViewSchema = daySchema.extend({
  circuit: circuitSummarySchema,
  plans: z.array(planSchema),
  stints: z.array(listedStintSchema),
  people: z.array(personNameSchema),
  cars: z.array(carSchema),
  vehicleTypes: z.array(vehicleTypeSchema),
  markerSchemes: z.array(markerSchemeSchema),
  meeting: meetingSchema,
  sessions: z.array(sessionSchema),
  /** the school's checks of each car before use */
  carChecks: z.array(z.string()).default([]),
})
export type DayView = z.infer<typeof dayViewSchema>

/** What of a day is archived. */
export const archivedInDaySchema = z.object({
  plans: z.array(planSchema),
  stints: z.array(listedStintSchema),
  sessions: z.array(sessionSchema),
  people: z.array(personNameSchema),
})
export type ArchivedInDay = z.infer<typeof archivedInDaySchema>

/** A stint with its debrief; its log is asked for apart. */
export const stintViewSchema = z.object({ stint: stintSchema, debrief: debriefSchema.nullable() })
export type StintView = z.infer<typeof stintViewSchema>

/** A student's stints on every day, oldest first. */
export const studentViewSchema = z.object({
  person: personSchema,
  days: z.array(daySchema.extend({ circuit: circuitSummarySchema, stints: z.array(stintViewSchema) })),
})
export type StudentView = z.infer<typeof studentViewSchema>
