import * as z from 'zod'

/** An archived record is left out of lists and choices. It stays wherever it was used, and can be brought back. */
export const archivedSchema = z.object({ archived: z.boolean() })
