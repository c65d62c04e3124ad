import { Router } from 'express'
import { z } from 'zod'
import { vehicleImportSchema, vehicleOnShelfSchema, vehicleSchema } from '@ochote/contracts'
import { answer } from '../http/answer'
import { parseInput } from '../http/parseInput'
import type { VehicleRepository } from './vehicleRepository'

export function vehicleRoutes(vehicles: VehicleRepository): Router {
  return Router()
    .get('/', async (_req, res) => {
      answer(res, z.array(vehicleOnShelfSchema), await vehicles.list())
    })
    .post('/', async (req, res) => {
      const { id, vehicle } = parseInput(vehicleImportSchema, req.body)
      // read from the file's own root, so that a problem names the field as the file has it
      const onShelf = { id, vehicle: parseInput(vehicleSchema, vehicle) }
      await vehicles.add(onShelf)
      answer(res, vehicleOnShelfSchema, onShelf, 201)
    })
}
