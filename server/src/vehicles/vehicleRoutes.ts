import { Router } from 'express'
import { z } from 'zod'
import { vehicleImportSchema, vehicleSaveSchema, vehicleTypeSchema, vehicleSchema } from '@ochote/contracts'
import { answer } from '../http/answer'
import { conflict, notFound } from '../http/appError'
import { parseInput } from '../http/parseInput'
import type { VehicleRepository } from './vehicleRepository'

const params = z.object({ vehicleId: z.uuid() })

export function vehicleRoutes(vehicles: VehicleRepository): Router {
  return Router()
    .get('/', async (_req, res) => {
      answer(res, z.array(vehicleTypeSchema), await vehicles.list())
    })
    .post('/', async (req, res) => {
      const { id, vehicle } = parseInput(vehicleImportSchema, req.body)
      // read from the file's own root, so that a problem names the field as the file has it
      const onShelf = { id, vehicle: parseInput(vehicleSchema, vehicle), version: 1 }
      await vehicles.add(onShelf)
      answer(res, vehicleTypeSchema, onShelf, 201)
    })
    .put('/:vehicleId', async (req, res) => {
      const { vehicleId } = parseInput(params, req.params)
      const { vehicle, fromVersion } = parseInput(vehicleSaveSchema, req.body)
      const checked = parseInput(vehicleSchema, vehicle)
      if (!(await vehicles.find(vehicleId))) throw notFound(`Vehicle ${vehicleId}`)
      const saved = await vehicles.save(vehicleId, checked, fromVersion)
      const current = await vehicles.find(vehicleId)
      if (!current) throw notFound(`Vehicle ${vehicleId}`)
      if (!saved) throw conflict(`The vehicle “${current.vehicle.name}”`, current.version)
      answer(res, vehicleTypeSchema, current)
    })
}
