import * as z from 'zod'

const id = z.uuid()

/** What can be said of a car, kart or motorcycle that stands outside; its physics are its type's. */
export const carDraftSchema = z.object({
  name: z.string().trim().min(1, 'a name').max(80),
  /** the number on its side; empty where it has none */
  number: z.string().trim().max(12),
  vehicleTypeId: id,
  seats: z.number().int().min(1).max(9),
  gearbox: z.enum(['', 'manual', 'automatic']).default(''),
  notes: z.string().max(1000),
})
export type CarDraft = z.infer<typeof carDraftSchema>
export const carSchema = carDraftSchema.extend({ id, version: z.number().int().min(1) })
export type Car = z.infer<typeof carSchema>
/** A car to be saved; a new one is saved from version 0. */
export const carSaveSchema = z.object({ car: carDraftSchema, fromVersion: z.number().int().min(0) })
