import * as z from 'zod'

/** What is archived is no longer offered. It stays wherever it was used, and can be brought back. */
export const archivedSchema = z.object({ archived: z.boolean() })
