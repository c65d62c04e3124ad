import * as z from 'zod'
import { circuitDocumentSchema } from './circuit'
import { planDraftSchema } from './plan'
import { markerSchemeSchema } from './markerScheme'
import { vehicleTypeSchema } from './vehicleType'

/** A plan as it stood, with everything it was made from: it never changes again. */
export const planVersionSchema = z.object({
  id: z.uuid(),
  planId: z.uuid(),
  version: z.number().int().min(1),
  at: z.iso.datetime(),
  /** who marked it ready; empty where the first lap was driven without */
  by: z.string().max(80),
  draft: planDraftSchema,
  circuit: circuitDocumentSchema,
  vehicleType: vehicleTypeSchema,
  scheme: markerSchemeSchema,
})
export type PlanVersion = z.infer<typeof planVersionSchema>

/** Marks the version on the screen ready, by name. */
export const markReadySchema = z.object({
  id: z.uuid(),
  by: z.string().trim().min(1, 'a name').max(80),
  fromVersion: z.number().int().min(1),
})
