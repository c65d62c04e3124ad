import * as z from 'zod'

const workOnSchema = z.object({
  corner: z.string(),
  code: z.string().length(2),
  advice: z.string().trim().min(1).max(200),
  reason: z.string().max(300),
})

/** What the instructor chose to say about a stint, and how it is worded. The evidence stays in the log and is not copied. */
export const debriefDraftSchema = z.object({
  good: z.array(z.string().trim().min(1).max(200)).max(6),
  workOn: z.array(workOnSchema).max(2),
  sentence: z.string().max(400),
})
export type DebriefDraft = z.infer<typeof debriefDraftSchema>
export const debriefSchema = debriefDraftSchema.extend({
  stintId: z.uuid(),
  version: z.number().int().min(1),
})
export type Debrief = z.infer<typeof debriefSchema>
/** A debrief to be saved; the first is saved from version 0. */
export const debriefSaveSchema = z.object({ debrief: debriefDraftSchema, fromVersion: z.number().int().min(0) })
