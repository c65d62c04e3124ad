import * as z from 'zod'
import { timeOfDaySchema } from './timeOfDay'

const id = z.uuid()

/** How wet the road is, the driest first. */
export const roadStates = ['dry', 'damp', 'wet'] as const
export type RoadState = (typeof roadStates)[number]

const hoursSchema = z
  .array(z.object({ from: timeOfDaySchema, road: z.enum(roadStates), forecast: z.string().max(80) }))
  .max(24)
  .refine((hours) => hours.every(({ from }, k) => k === 0 || hours[k - 1]!.from < from), { message: 'times in their order, each once' })

/** What can be said of a day at a circuit. */
export const dayDraftSchema = z.object({
  name: z.string().trim().min(1, 'a name').max(80),
  date: z.iso.date('a date such as 2026-10-17'),
  circuitId: id,
  weather: z.string().max(120),
  /** the road, and what is forecast, each from a time on */
  hours: hoursSchema.default([]),
})
export type DayDraft = z.infer<typeof dayDraftSchema>
export const daySchema = dayDraftSchema.extend({
  id,
  /** rises with every save; a save names the one it was made from */
  version: z.number().int().min(1),
})
export type Day = z.infer<typeof daySchema>
/** A new day; `copyOf` names an earlier one on the same circuit whose plans, stints and sessions it begins with. */
export const dayAddSchema = z.object({ id, day: dayDraftSchema, copyOf: id.optional() })
export const daySaveSchema = z.object({ day: dayDraftSchema, fromVersion: z.number().int().min(1) })
