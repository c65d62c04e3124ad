import { z } from 'zod'
import { vehicleSchema } from './vehicle'

const id = z.uuid()

export const vehicleTypeSchema = z.object({ id, vehicle: vehicleSchema, version: z.number().int().min(1).default(1) })
export type VehicleType = z.infer<typeof vehicleTypeSchema>
export const vehicleImportSchema = z.object({ id, vehicle: z.unknown() })
export const vehicleSaveSchema = z.object({ vehicle: z.unknown(), fromVersion: z.number().int().min(1) })
