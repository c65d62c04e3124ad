import * as z from 'zod'
import { aimSchema } from './aim'
import { timeOfDaySchema } from './timeOfDay'

const id = z.uuid()

/** One student, one car and one instructor, for a number of laps on a plan. */
export const stintSchema = z.object({
  id,
  dayId: id,
  planId: id,
  studentId: id,
  instructorId: id,
  carId: id,
  /** the car is of another type than the plan is for: it drives the cones placed for that type, and the instructor knows it */
  otherTypesCones: z.boolean(),
  plannedLaps: z.number().int().min(1).max(60),
  /** local time of day, hh:mm */
  startsAt: timeOfDaySchema,
  /** what the student is asked to keep in mind, at most two */
  aims: z.array(aimSchema).max(2),
  /** when the student was briefed; null before that */
  briefedAt: z.iso.datetime().nullable(),
  /** the plan version driven, fixed with the first lap; null before that */
  planVersionId: id.nullable(),
  /** rises with every saved brief; a save names the version it was made from */
  version: z.number().int().min(1),
})
export type Stint = z.infer<typeof stintSchema>
/** What is planned of a stint. */
export const stintDraftSchema = stintSchema
  .pick({ planId: true, studentId: true, instructorId: true, carId: true, otherTypesCones: true, plannedLaps: true, startsAt: true })
  .refine((stint) => stint.studentId !== stint.instructorId, { path: ['instructorId'], message: 'someone other than the student' })
export type StintDraft = z.infer<typeof stintDraftSchema>
export const stintAddSchema = z.object({ id, dayId: id, stint: stintDraftSchema })
export const stintSaveSchema = z.object({ stint: stintDraftSchema, fromVersion: z.number().int().min(1) })

export const briefDraftSchema = stintSchema.pick({ aims: true, briefedAt: true })
export type BriefDraft = z.infer<typeof briefDraftSchema>
export const briefSaveSchema = z.object({ brief: briefDraftSchema, fromVersion: z.number().int().min(1) })
