import { Router } from 'express'
import { z } from 'zod'
import { vehicleSchema, vehicleTypeImportSchema, vehicleTypeSaveSchema, vehicleTypeSchema } from '@ochote/contracts'
import { answer } from '../http/answer'
import { conflict, notFound } from '../http/appError'
import { archiveRoutes, whichListed } from '../http/archiveRoutes'
import { parseInput } from '../http/parseInput'
import type { Repositories } from '../repositories'

const params = z.object({ vehicleTypeId: z.uuid() })

/** Vehicle types. A new type comes with one car of it, so that it can be driven at once. */
export function vehicleTypeRoutes(all: Repositories): Router {
  const { vehicleTypes } = all
  return Router()
    .get('/', async (req, res) => {
      answer(res, z.array(vehicleTypeSchema), await vehicleTypes.list(whichListed(req.query)))
    })
    .use(archiveRoutes('Vehicle type', vehicleTypes.setArchived))
    .post('/', async (req, res) => {
      const { id, vehicle } = parseInput(vehicleTypeImportSchema, req.body)
      // parsed on its own, so that a problem names the field as the file has it
      const type = { id, vehicle: parseInput(vehicleSchema, vehicle), version: 1 }
      await all.transaction(async (within) => {
        const added = await within.vehicleTypes.add(type)
        if (added === 'conflict') throw conflict(`The vehicle type “${type.vehicle.name}”`, 1)
        if (added === 'same') return
        const seats = type.vehicle.kind === 'car' ? 2 : 1
        await within.cars.save(id, { name: type.vehicle.name, number: '', vehicleTypeId: id, seats, gearbox: '', notes: '' }, 0)
      })
      answer(res, vehicleTypeSchema, type, 201)
    })
    .put('/:vehicleTypeId', async (req, res) => {
      const { vehicleTypeId } = parseInput(params, req.params)
      const { vehicle, fromVersion } = parseInput(vehicleTypeSaveSchema, req.body)
      const checked = parseInput(vehicleSchema, vehicle)
      const saved = await vehicleTypes.save(vehicleTypeId, checked, fromVersion)
      const current = await vehicleTypes.find(vehicleTypeId)
      if (!current) throw notFound(`Vehicle type ${vehicleTypeId}`)
      if (saved === 'conflict') throw conflict(`The vehicle type “${current.vehicle.name}”`, current.version)
      answer(res, vehicleTypeSchema, current)
    })
}
