import * as z from 'zod'
import { duties } from './circuit'

const coneId = z.string().min(1).max(24)
const stationM = z.number().min(0)
const offsetM = z.number().min(-100).max(100)

/** A cone moved by hand: it stays where it was put, even when the plan is computed again. */
const coneMoveSchema = z.object({ coneId, stationM, offsetM })
export type ConeMove = z.infer<typeof coneMoveSchema>

/** A cone that no computation asked for. */
const addedConeSchema = z.object({ id: coneId, cornerNumber: z.string().max(6), duty: z.enum(duties), stationM, offsetM })
export type AddedCone = z.infer<typeof addedConeSchema>

/** What was done to a plan's cones by hand. */
export const coneEditsSchema = z.object({
  moves: z.array(coneMoveSchema).max(500),
  /** cones that may not be moved until they are unlocked */
  locked: z.array(coneId).max(500),
  notes: z.array(z.object({ coneId, note: z.string().trim().min(1).max(200) })).max(500),
  added: z.array(addedConeSchema).max(200),
  removed: z.array(coneId).max(500),
})
export type ConeEdits = z.infer<typeof coneEditsSchema>

/** Every cone as it is computed. */
export const noConeEdits: ConeEdits = { moves: [], locked: [], notes: [], added: [], removed: [] }
