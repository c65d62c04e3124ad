import * as z from 'zod'
import { duties } from './circuit'

const id = z.uuid()

/** How one duty looks: what is put out, and in what colour. */
const dutyLookSchema = z.object({
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
