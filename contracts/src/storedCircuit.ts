import * as z from 'zod'
import { circuitDocumentSchema } from './circuit'

const id = z.uuid()

/** A circuit on the shelf: its file's document as it was given. */
export const circuitSchema = z.object({
  id,
  name: z.string(),
  document: circuitDocumentSchema,
  /** rises with every save; a save names the one it was made from */
  version: z.number().int().min(1),
})
export type StoredCircuit = z.infer<typeof circuitSchema>
export const circuitSummarySchema = circuitSchema
  .omit({ document: true, version: true })
  .extend({ lengthM: z.number(), closed: z.boolean() })
export type CircuitSummary = z.infer<typeof circuitSummarySchema>
/** The document is checked in full by the core's reader, which names the feature and field it refuses. */
export const circuitImportSchema = z.object({ id, document: z.unknown() })
export const circuitSaveSchema = z.object({ document: z.unknown(), fromVersion: z.number().int().min(1) })
