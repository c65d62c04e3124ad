import * as z from 'zod'

/** Whether the server can store what it is sent. */
export const healthSchema = z.object({
  ok: z.boolean(),
  /** why it can't, in words; null where it can */
  problem: z.string().nullable(),
  /** records that can't be read and are left out, as "people 0189…" */
  unreadable: z.array(z.string()),
})
