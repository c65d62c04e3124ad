import * as z from 'zod'

/** A device shows the school's PIN. */
export const doorSchema = z.object({ pin: z.string().trim().min(1, 'the school’s PIN').max(20) })
