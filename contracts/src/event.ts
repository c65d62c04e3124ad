import * as z from 'zod'

/** A stored value: plain, or what was stored as JSON. */
const rowSchema = z.record(z.string(), z.json())
export type EventRow = z.infer<typeof rowSchema>

/** A whole day as one file (`*.event.json`): every stored row that it is made of, by table, parents first. */
export const eventSchema = z.object({
  ochote: z.object({ format: z.literal('event'), version: z.literal(1) }),
  /** the form of the tables: the newest change that the database had */
  schema: z.string().max(80),
  dayId: z.uuid(),
  tables: z.record(z.string(), z.array(rowSchema).max(200_000)),
})
export type EventFile = z.infer<typeof eventSchema>

/** An event is read; `keepOurs` leaves what the school has as it is where the file says something else. */
export const eventReadSchema = z.object({ event: eventSchema, keepOurs: z.boolean() })

/** What reading an event did, or would do. */
export const eventReportSchema = z.object({
  /** false where nothing was stored, because something differs and nobody said what is kept */
  isStored: z.boolean(),
  dayId: z.uuid(),
  added: z.number().int(),
  there: z.number().int(),
  differs: z.array(z.object({ what: z.string(), fields: z.array(z.string()) })),
})
export type EventReport = z.infer<typeof eventReportSchema>
