import * as z from 'zod'

/** Whether the made-up school is among the data. */
export const demonstrationSchema = z.object({ isThere: z.boolean() })
/** The date of its second day; the first is two weeks earlier. */
export const demonstrationAddSchema = z.object({ today: z.iso.date('a date such as 2026-10-17') })
/** What of it stays because the school's own days use it. */
export const demonstrationRemovedSchema = demonstrationSchema.extend({ kept: z.array(z.object({ noun: z.string(), name: z.string() })) })
