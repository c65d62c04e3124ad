import * as z from 'zod'

const id = z.uuid()

/** What can be said of a day at a circuit. */
export const dayDraftSchema = z.object({
  name: z.string().trim().min(1, 'a name').max(80),
  date: z.iso.date('a date such as 2026-10-17'),
  circuitId: id,
  weather: z.string().max(120),
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
