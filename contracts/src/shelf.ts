import { z } from 'zod'
import { circuitDocumentSchema, duties } from './circuit'
import { vehicleSchema } from './vehicle'

const id = z.uuid()

/** A circuit on the shelf: its file's document as it was given. */
export const circuitSchema = z.object({
  id,
  name: z.string(),
  document: circuitDocumentSchema,
  /** rises with every save; a save names the one it was made from */
  version: z.number().int().min(1),
})
export type CircuitOnShelf = z.infer<typeof circuitSchema>
export const circuitSummarySchema = circuitSchema
  .omit({ document: true, version: true })
  .extend({ lengthM: z.number(), closed: z.boolean() })
export type CircuitSummary = z.infer<typeof circuitSummarySchema>
/** The document is checked in full by the core's reader, which names the feature and field it refuses. */
export const circuitImportSchema = z.object({ id, document: z.unknown() })
export const circuitSaveSchema = z.object({ document: z.unknown(), fromVersion: z.number().int().min(1) })

export const vehicleOnShelfSchema = z.object({ id, vehicle: vehicleSchema, version: z.number().int().min(1).default(1) })
export type VehicleOnShelf = z.infer<typeof vehicleOnShelfSchema>
export const vehicleImportSchema = z.object({ id, vehicle: z.unknown() })
export const vehicleSaveSchema = z.object({ vehicle: z.unknown(), fromVersion: z.number().int().min(1) })

export const personSchema = z.object({
  id,
  name: z.string().trim().min(1).max(80),
  role: z.enum(['student', 'instructor']),
  /** what they have driven before, in their own words */
  experience: z.string().max(400),
  /** how they like to be taught */
  wishes: z.string().max(400),
  /** to be pushed or kept calm, with many words or few; null where they did not say */
  push: z.enum(['push', 'calm']).nullable(),
  talk: z.enum(['many', 'few']).nullable(),
  /** how fast an instructor speaks, measured; null before */
  wordsPerSecond: z.number().min(0.8).max(8).nullable(),
})
export type Person = z.infer<typeof personSchema>
/** What changes about someone; the rest stays. */
export const personSaveSchema = personSchema.omit({ id: true, role: true }).partial()
export type PersonSave = z.infer<typeof personSaveSchema>

/** How one duty looks: what is put out, and in what colour. */
export const dutyLookSchema = z.object({
  kind: z.enum(['cone', 'board']),
  /** the stock's own word for it: "blue" */
  colour: z.string().trim().min(1).max(20),
  /** as drawn, #rrggbb */
  hex: z.string().regex(/^#[0-9a-f]{6}$/),
  count: z.number().int().min(1).max(6),
})
export type DutyLook = z.infer<typeof dutyLookSchema>

/** A school's markers at a venue: the look of every duty, and how many there are of each colour. */
export const markerSchemeSchema = z.object({
  id,
  name: z.string().trim().min(1).max(80),
  looks: z.record(z.enum(duties), dutyLookSchema),
  stock: z.record(z.string().trim().min(1).max(20), z.number().int().min(0).max(9999)),
  version: z.number().int().min(1).default(1),
})
export type MarkerScheme = z.infer<typeof markerSchemeSchema>
/** A scheme to be saved, new where it is made from version 0. */
export const markerSchemeSaveSchema = z.object({
  scheme: markerSchemeSchema.omit({ id: true, version: true }),
  fromVersion: z.number().int().min(0),
})
