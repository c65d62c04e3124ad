import * as z from 'zod'
import { debriefSchema } from './debrief'
import { homeworkSchema } from './homework'
import { storedEntrySchema } from './log'
import { personSchema } from './person'
import { recordingSchema } from './recording'
import { reviewSchema } from './review'
import { skillSignatureSchema } from './skill'
import { stintSchema } from './stint'

/** Everything that is kept of one person, for them: docs/formats.md. */
export const personFileSchema = z.object({
  format: z.literal('everything of one person'),
  version: z.literal(1),
  person: personSchema,
  days: z.array(
    z.object({
      date: z.iso.date(),
      name: z.string(),
      circuit: z.string(),
      stints: z.array(z.object({ stint: stintSchema, debrief: debriefSchema.nullable(), log: z.array(storedEntrySchema) })),
    }),
  ),
  /** steps that an instructor signed, also those withdrawn */
  signatures: z.array(skillSignatureSchema),
  homework: z.array(homeworkSchema),
  /** the files as they came, base64 */
  recordings: z.array(z.object({ recording: recordingSchema, review: reviewSchema, file: z.base64() })),
})
export type PersonFile = z.infer<typeof personFileSchema>
