import * as z from 'zod'

const id = z.uuid()

/** A day at a circuit. */
export const daySchema = z.object({
  id,
  name: z.string().trim().min(1).max(80),
  date: z.iso.date(),
  circuitId: id,
  weather: z.string().max(120),
})
export type Day = z.infer<typeof daySchema>
