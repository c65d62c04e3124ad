import { z } from 'zod'
import { conesByHandSchema } from './conesByHand'
import { characters } from './keptWork'
import { setupSchema } from './setup'

const id = z.uuid()

/** A day at a circuit. */
export const eventSchema = z.object({
  id,
  name: z.string().trim().min(1).max(80),
  day: z.iso.date(),
  circuitId: id,
  weather: z.string().max(120),
})
export type TrackEvent = z.infer<typeof eventSchema>

const cornerNumber = z.string().min(1).max(6)

/** What an instructor says a corner is for, over what the numbers say. */
export const purposeSchema = z.object({
  cornerNumber,
  character: z.enum(characters),
  reason: z.string().trim().min(1, 'a reason').max(200),
})
export type Purpose = z.infer<typeof purposeSchema>

/** Why an unsafe cone stays where it is, by name. It answers what was found then: should it get worse, it is asked again. */
export const unsafeAnswerSchema = z.object({
  cornerNumber,
  reason: z.string().trim().min(1, 'a reason').max(300),
  by: z.string().trim().min(1, 'who answers for it').max(80),
  /** metres short when it was answered */
  shortM: z.number().min(0),
})
export type UnsafeAnswer = z.infer<typeof unsafeAnswerSchema>

export const planDraftSchema = z.object({
  name: z.string().trim().min(1).max(80),
  vehicleId: id,
  markerSchemeId: id,
  setup: setupSchema,
  firstSession: z.boolean(),
  byHand: conesByHandSchema,
  purposes: z.array(purposeSchema).max(200),
  unsafeAnswers: z.array(unsafeAnswerSchema).max(200),
})
export type PlanDraft = z.infer<typeof planDraftSchema>

export const planSchema = planDraftSchema.extend({
  id,
  eventId: id,
  circuitId: id,
  /** rises with every save; a save names the one it was made from */
  version: z.number().int().min(1),
  /** the version that was marked ready last; null where none was */
  ready: z.object({ id, version: z.number().int().min(1), by: z.string(), at: z.iso.datetime() }).nullable(),
})
export type Plan = z.infer<typeof planSchema>
/** A new plan for a day; its circuit is the day's. */
export const planAddSchema = z.object({ id, eventId: id, draft: planDraftSchema })
export const planSaveSchema = z.object({ draft: planDraftSchema, fromVersion: z.number().int().min(1) })
export type PlanSave = z.infer<typeof planSaveSchema>

/** One student, one vehicle, one instructor, so many laps, on a plan. */
export const stintSchema = z.object({
  id,
  eventId: id,
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

export const workOnSchema = z.object({
  corner: z.string(),
  code: z.string().length(2),
  advice: z.string().trim().min(1).max(200),
  reason: z.string().max(300),
})

/** What was chosen to be said of a stint: a choice and wording over its log, never a copy of it. */
export const debriefDraftSchema = z.object({
  good: z.array(z.string().trim().min(1).max(200)).max(6),
  workOn: z.array(workOnSchema).max(2),
  sentence: z.string().max(400),
})
export type DebriefDraft = z.infer<typeof debriefDraftSchema>
export const debriefSchema = debriefDraftSchema.extend({ stintId: id })
export type Debrief = z.infer<typeof debriefSchema>
