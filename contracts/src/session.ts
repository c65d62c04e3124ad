import * as z from 'zod'
import { stintSchema } from './stint'
import { timeOfDaySchema } from './timeOfDay'

const id = z.uuid()
const common = {
  id,
  dayId: id,
  name: z.string().trim().min(1, 'a name').max(80),
  startsAt: timeOfDaySchema,
  /** in the order they follow or are released */
  stintIds: z
    .array(id)
    .min(1)
    .max(40)
    .refine((ids) => new Set(ids).size === ids.length, 'each stint once'),
  /** 0 for a session that is not stored yet; rises with every save */
  version: z.number().int().min(0),
}

/** Several cars on track together. */
export const sessionSchema = z.discriminatedUnion('kind', [
  /** behind one lead car, changing who is right behind it */
  z.object({
    ...common,
    kind: z.literal('led'),
    laps: z.number().int().min(1).max(60),
    /** so many laps right behind the lead at a time, at most */
    lapsBehind: z.number().int().min(1).max(20),
    gapS: z.number().min(0.5).max(20),
    /** the straight on which the first falls back, by the corner before it */
    swapAfterCorner: z.string().max(6),
  }),
  /** sent out one by one */
  z.object({
    ...common,
    kind: z.literal('released'),
    intervalS: z.number().min(5).max(600),
    /** every car is in by then */
    endsAt: timeOfDaySchema,
  }),
])
export type Session = z.infer<typeof sessionSchema>
export type LedSession = Extract<Session, { kind: 'led' }>
export type ReleasedSession = Extract<Session, { kind: 'released' }>
/** A session to be saved over the version that it names, with the stints that are made for it. */
export const sessionSaveSchema = z.object({ session: sessionSchema, stints: z.array(stintSchema).max(40) })
export type SessionSave = z.infer<typeof sessionSaveSchema>
