import * as z from 'zod'
import { coneEditsSchema } from './coneEdits'
import { setupSchema } from './setup'
import { priorityKinds } from './solution'

const id = z.uuid()
const cornerNumber = z.string().min(1).max(6)

/** An instructor's own priority for a corner, in place of the computed one. */
const priorityOverrideSchema = z.object({
  cornerNumber,
  kind: z.enum(priorityKinds),
  reason: z.string().trim().min(1, 'a reason').max(200),
})
export type PriorityOverride = z.infer<typeof priorityOverrideSchema>

/** Why an unsafe cone stays where it is, by name. It answers what was found then: should it get worse, it is asked again. */
const unsafeAnswerSchema = z.object({
  cornerNumber,
  reason: z.string().trim().min(1, 'a reason').max(300),
  by: z.string().trim().min(1, 'who answers for it').max(80),
  /** metres short when it was answered */
  shortM: z.number().min(0),
})
export type UnsafeAnswer = z.infer<typeof unsafeAnswerSchema>

export const planDraftSchema = z.object({
  name: z.string().trim().min(1).max(80),
  vehicleTypeId: id,
  markerSchemeId: id,
  setup: setupSchema,
  firstSession: z.boolean(),
  coneEdits: coneEditsSchema,
  priorityOverrides: z.array(priorityOverrideSchema).max(200),
  unsafeAnswers: z.array(unsafeAnswerSchema).max(200),
})
export type PlanDraft = z.infer<typeof planDraftSchema>

export const planSchema = planDraftSchema.extend({
  id,
  dayId: id,
  circuitId: id,
  /** rises with every save; a save names the one it was made from */
  version: z.number().int().min(1),
  /** the version that was marked ready last; null where none was */
  ready: z.object({ id, version: z.number().int().min(1), by: z.string(), at: z.iso.datetime() }).nullable(),
})
export type Plan = z.infer<typeof planSchema>
/** A new plan for a day; its circuit is the day's. */
export const planAddSchema = z.object({ id, dayId: id, draft: planDraftSchema })
export const planSaveSchema = z.object({ draft: planDraftSchema, fromVersion: z.number().int().min(1) })
export type PlanSave = z.infer<typeof planSaveSchema>
