import { Router } from 'express'
import { z } from 'zod'
import { carSaveSchema, carSchema } from '@ochote/contracts'
import { answer } from '../http/answer'
import { conflict, invalidInput, notFound } from '../http/appError'
import { archiveRoutes, whichListed } from '../http/archiveRoutes'
import { parseInput } from '../http/parseInput'
import type { Repositories } from '../repositories'

const params = z.object({ carId: z.uuid() })

export function carRoutes({ cars, vehicleTypes }: Pick<Repositories, 'cars' | 'vehicleTypes'>): Router {
  return Router()
    .get('/', async (req, res) => {
      answer(res, z.array(carSchema), await cars.list(whichListed(req.query)))
    })
    .use(archiveRoutes('Car', cars.setArchived))
    .put('/:carId', async (req, res) => {
      const { carId } = parseInput(params, req.params)
      const { car, fromVersion } = parseInput(carSaveSchema, req.body)
      if (!(await vehicleTypes.find(car.vehicleTypeId)))
        throw invalidInput([{ field: 'car.vehicleTypeId', found: car.vehicleTypeId, expected: 'a vehicle type in the library' }])
      const saved = await cars.save(carId, car, fromVersion)
      const current = await cars.find(carId)
      if (!current) throw notFound(`Car ${carId}`)
      if (saved === 'conflict') throw conflict(`The car “${current.name}”`, current.version)
      answer(res, carSchema, current)
    })
}
