import type { Response } from 'express'
import type { z } from 'zod'

/** Sends a value after checking it against the schema that the client reads it with. A value that doesn't fit is a defect of ours: a 500. */
export function answer<S extends z.ZodType>(res: Response, schema: S, value: z.input<S>, status = 200): void {
  res.status(status).json(schema.parse(value))
}
