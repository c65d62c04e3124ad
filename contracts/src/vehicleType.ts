import * as z from 'zod'
import { vehicleSchema } from './vehicle'

const id = z.uuid()

/** A vehicle type: the physics that plans are computed for. The cars of that type are listed apart. */
export const vehicleTypeSchema = z.object({ id, vehicle: vehicleSchema, version: z.number().int().min(1).default(1) })
export type VehicleType = z.infer<typeof vehicleTypeSchema>
export const vehicleTypeImportSchema = z.object({ id, vehicle: z.unknown() })
export const vehicleTypeSaveSchema = z.object({ vehicle: z.unknown(), fromVersion: z.number().int().min(1) })
