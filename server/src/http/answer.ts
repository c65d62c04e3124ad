import type { Response } from 'express'
import type { z } from 'zod'

/** Sends a value checked by the schema that the client reads it with: what does not fit is our fault and becomes a 500. */
export function answer<S extends z.ZodType>(res: Response, schema: S, value: z.input<S>, status = 200): void {
  res.status(status).json(schema.parse(value))
}
