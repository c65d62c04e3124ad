import * as z from 'zod'
import { dayFileSchema, dayShape, plannedStintSchema, wantNames } from './dayFile'
import { timeOfDaySchema } from './timeOfDay'

const id = z.uuid()

/** A stint on the timetable. Telling everybody makes it a stint of the day, with the same id. */
const placeSchema = z.object({ id, student: id, vehicle: id, instructor: id, startsAt: timeOfDaySchema, isFixed: z.boolean() })
export type TimetablePlace = z.infer<typeof placeSchema>

/** A day's timetable as it is planned: who is there and what they need, the rules, what is wanted, and the stints. Names are ids of people and cars. */
export const timetableDraftSchema = z
  .object({ ...dayShape, places: z.array(placeSchema).max(2000) })
  .refine(({ startsAt, endsAt }) => startsAt < endsAt, { path: ['endsAt'], message: 'a time after the start' })
  .refine(({ places }) => new Set(places.map((place) => place.id)).size === places.length, {
    path: ['places'],
    message: 'stints with ids of their own',
  })
export type TimetableDraft = z.infer<typeof timetableDraftSchema>

/**
 * A day's timetable; `told` are the stints as the day has them, so as people were told, and `driven` the ids of those with laps.
 * Version 0 before the first save.
 */
export const timetableSchema = z.object({
  draft: timetableDraftSchema,
  told: z.array(placeSchema),
  driven: z.array(id),
  version: z.number().int().min(0),
})
export type StoredTimetable = z.infer<typeof timetableSchema>
export const timetableSaveSchema = z.object({ draft: timetableDraftSchema, fromVersion: z.number().int().min(0) })

/** Tells everybody one version of the timetable: its places become the day's stints. */
export const tellSchema = z.object({ version: z.number().int().min(1) })

/** A timetable is asked for: for how long it is looked for, from when on, and before when nothing new begins; what begins before `from` stays. */
export const solveSchema = z.object({
  draft: timetableDraftSchema,
  seconds: z.number().min(1, 'seconds from 1 to 600').max(600, 'seconds from 1 to 600'),
  from: timeOfDaySchema.nullable(),
  notBefore: timeOfDaySchema.nullable().optional(),
})
export type Solve = z.infer<typeof solveSchema>

const wantSchema = z.object({ name: z.enum(wantNames), value: z.number(), weight: z.number(), cost: z.number() })
const foundSchema = z.object({ stints: z.array(plannedStintSchema), wants: z.array(wantSchema), cost: z.number(), bound: z.number() })
export type FoundTimetable = z.infer<typeof foundSchema>
const noneSchema = z.object({
  clash: z.array(z.object({ rule: z.string(), says: z.string() })),
  isProved: z.boolean(),
  most: z.array(plannedStintSchema),
  /** what would make one possible, and the day with it where that needs nobody and nothing more */
  mends: z.array(z.object({ says: z.string(), day: dayFileSchema.nullable() })),
})
export type NoTimetableFound = z.infer<typeof noneSchema>
/** How far a search is: the best so far, and whether it goes on. */
export const solvingSchema = z.object({
  id,
  isOver: z.boolean(),
  seconds: z.number(),
  best: foundSchema.nullable(),
  none: noneSchema.nullable(),
  /** what went wrong, in words */
  problem: z.string().nullable(),
})
export type Solving = z.infer<typeof solvingSchema>
