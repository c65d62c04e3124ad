import { z } from 'zod'

const id = z.uuid()

export const personSchema = z.object({
  id,
  name: z.string().trim().min(1).max(80),
  role: z.enum(['student', 'instructor']),
  /** what they have driven before, in their own words */
  experience: z.string().max(400),
  /** how they like to be taught */
  wishes: z.string().max(400),
  /** to be pushed or kept calm, with many words or few; null where they did not say */
  push: z.enum(['push', 'calm']).nullable(),
  talk: z.enum(['many', 'few']).nullable(),
  /** how fast an instructor speaks, measured; null before */
  wordsPerSecond: z.number().min(0.8).max(8).nullable(),
})
export type Person = z.infer<typeof personSchema>
/** What changes about someone; the rest stays. */
export const personSaveSchema = personSchema.omit({ id: true, role: true }).partial()
export type PersonSave = z.infer<typeof personSaveSchema>
