import { z } from 'zod'

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
export const debriefSchema = debriefDraftSchema.extend({ stintId: z.uuid() })
export type Debrief = z.infer<typeof debriefSchema>
