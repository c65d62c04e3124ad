import * as z from 'zod'

/** What a student is asked to keep in mind. */
export const aimSchema = z.discriminatedUnion('kind', [
  /** instead of a fault at a corner: its words and its place come from the plan that is driven, so they follow the marks */
  z.object({ kind: z.literal('mark'), corner: z.string().min(1).max(6), code: z.string().length(2) }),
  /** in the instructor's own words */
  z.object({ kind: z.literal('words'), words: z.string().trim().min(1, 'a few words').max(160) }),
])
export type Aim = z.infer<typeof aimSchema>
