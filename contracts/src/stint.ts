import { z } from 'zod'

const id = z.uuid()

/** One student, one vehicle, one instructor, so many laps, on a plan. */
export const stintSchema = z.object({
  id,
  dayId: id,
  planId: id,
  studentId: id,
  instructorId: id,
  vehicleId: id,
  plannedLaps: z.number().int().min(1).max(60),
  /** local time of day, hh:mm */
  startsAt: z.string().regex(/^\d\d:\d\d$/),
  /** what the student is asked to keep in mind, at most two */
  aims: z.array(z.string().trim().min(1).max(160)).max(2),
  /** when the student was briefed, null before */
  briefedAt: z.iso.datetime().nullable(),
  /** the plan as it was when the first lap was driven, which stays so; null before */
  planVersionId: id.nullable(),
})
export type Stint = z.infer<typeof stintSchema>
export const briefSaveSchema = stintSchema.pick({ aims: true, briefedAt: true })
export type BriefSave = z.infer<typeof briefSaveSchema>
