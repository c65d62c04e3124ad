import * as z from 'zod'

/** An archived record disappears from lists and choices. It stays in everything that uses it, and can be brought back. */
export const archivedSchema = z.object({ archived: z.boolean() })
