import { Router } from 'express'
import { z } from 'zod'
import {
  eraseSchema,
  peopleAddSchema,
  personAddSchema,
  personFileSchema,
  personSaveSchema,
  personSchema,
  studentViewSchema,
  type Person,
} from '@ochote/contracts'
import { circuitOfDay } from '../days/circuitOfDay'
import { answer } from '../http/answer'
import { conflict, invalidInput, notFound } from '../http/appError'
import { archiveRoutes, whichListed } from '../http/archiveRoutes'
import { parseInput } from '../http/parseInput'
import type { Repositories } from '../repositories'
import { everythingOf } from './everythingOf'
import { homeworkRoutes } from './homeworkRoutes'
import { skillSignatureRoutes } from './skillSignatureRoutes'

const params = z.object({ personId: z.uuid() })

export function personRoutes(all: Repositories): Router {
  const storedPerson = async (input: unknown): Promise<Person> => {
    const { personId } = parseInput(params, input)
    const person = await all.people.find(personId)
    if (!person) throw notFound(`Person ${personId}`)
    return person
  }
  return Router()
    .get('/', async (req, res) => {
      answer(res, z.array(personSchema), await all.people.list(whichListed(req.query)))
    })
    .use(archiveRoutes('Person', all.people.setArchived))
    .use('/:personId/signatures', skillSignatureRoutes(all))
    .use('/:personId/homework', homeworkRoutes(all))
    .post('/', async (req, res) => {
      const { id, person } = parseInput(personAddSchema, req.body)
      if ((await all.people.add({ ...person, id, version: 1 })) === 'conflict') throw conflict(person.name, 1)
      answer(res, personSchema, await storedPerson({ personId: id }), 201)
    })
    .post('/many', async (req, res) => {
      const { people } = parseInput(peopleAddSchema, req.body)
      await all.transaction(async (within) => {
        for (const { id, person } of people)
          if ((await within.people.add({ ...person, id, version: 1 })) === 'conflict') throw conflict(person.name, 1)
      })
      answer(res, z.array(personSchema), await all.people.list(), 201)
    })
    .post('/:personId/erased', async (req, res) => {
      const { id, role } = await storedPerson(req.params)
      const { fromVersion } = parseInput(eraseSchema, req.body)
      const saved = await all.people.erase(id, role, fromVersion)
      const current = await storedPerson(req.params)
      if (saved === 'conflict') throw conflict(current.name, current.version)
      answer(res, personSchema, current)
    })
    .get('/:personId', async (req, res) => {
      answer(res, personSchema, await storedPerson(req.params))
    })
    .put('/:personId', async (req, res) => {
      const { id, role } = await storedPerson(req.params)
      const { change, fromVersion } = parseInput(personSaveSchema, req.body)
      if (change.role && change.role !== role && (await all.people.hasStints(id)))
        throw invalidInput([{ field: 'change.role', found: change.role, expected: `${role}: there are stints with them as ${role}` }])
      const saved = await all.people.save(id, change, fromVersion)
      const current = await storedPerson(req.params)
      if (saved === 'conflict') throw conflict(current.name, current.version)
      answer(res, personSchema, current)
    })
    .get('/:personId/everything', async (req, res) => {
      answer(res, personFileSchema, await everythingOf(all, await storedPerson(req.params)))
    })
    .get('/:personId/stints', async (req, res) => {
      const person = await storedPerson(req.params)
      const stints = await all.stints.viewsForStudent(person.id)
      const driven = (await all.days.list('all')).filter((day) => stints.some((s) => s.stint.dayId === day.id))
      const days = await Promise.all(
        driven.map(async (day) => ({
          ...day,
          circuit: await circuitOfDay(all, day),
          stints: stints.filter((s) => s.stint.dayId === day.id),
        })),
      )
      answer(res, studentViewSchema, { person, days })
    })
}
