import * as z from 'zod'

const LONGEST = 200

/** Something that a student is asked to do before the next day. */
export const homeworkSchema = z.object({
  id: z.uuid(),
  personId: z.uuid(),
  text: z.string().trim().min(1, 'what is to be done').max(LONGEST),
  givenOn: z.iso.date('a date such as 2026-10-17'),
  /** when it was ticked as done; null before that */
  doneOn: z.iso.date('a date such as 2026-10-17').nullable(),
})
export type Homework = z.infer<typeof homeworkSchema>

export const homeworkAddSchema = homeworkSchema.pick({ id: true, text: true, givenOn: true })
/** The last word counts, so a tick needs no version. */
export const homeworkDoneSchema = homeworkSchema.pick({ doneOn: true })
