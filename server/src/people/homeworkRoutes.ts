import { Router } from 'express'
import { z } from 'zod'
import { archivedSchema, homeworkAddSchema, homeworkDoneSchema, homeworkSchema, type Homework } from '@ochote/contracts'
import { answer } from '../http/answer'
import { conflict, invalidInput, notFound } from '../http/appError'
import { parseInput } from '../http/parseInput'
import type { Repositories } from '../repositories'

const ofPerson = z.object({ personId: z.uuid() })
const ofHomework = ofPerson.extend({ homeworkId: z.uuid() })

/** `/api/people/:personId/homework`: what a student is asked to do before the next day, ticked when it is done. */
export function homeworkRoutes(all: Repositories): Router {
  const stored = async (input: unknown): Promise<Homework> => {
    const { personId, homeworkId } = parseInput(ofHomework, input)
    const homework = await all.homework.find(homeworkId)
    if (homework?.personId !== personId) throw notFound(`Homework ${homeworkId}`)
    return homework
  }
  return Router({ mergeParams: true })
    .get('/', async (req, res) => {
      const { personId } = parseInput(ofPerson, req.params)
      answer(res, z.array(homeworkSchema), await all.homework.list(personId))
    })
    .post('/', async (req, res) => {
      const { personId } = parseInput(ofPerson, req.params)
      const given = parseInput(homeworkAddSchema, req.body)
      const student = await all.people.find(personId)
      if (!student) throw notFound(`Person ${personId}`)
      if (student.role !== 'student') throw invalidInput([{ field: 'personId', found: student.name, expected: 'a student' }])
      const homework = { ...given, personId, doneOn: null }
      if ((await all.homework.add(homework)) === 'conflict') throw conflict('This homework', 1)
      answer(res, homeworkSchema, homework, 201)
    })
    .put('/:homeworkId/done', async (req, res) => {
      const { id } = await stored(req.params)
      await all.homework.setDone(id, parseInput(homeworkDoneSchema, req.body).doneOn)
      answer(res, homeworkSchema, await stored(req.params))
    })
    .put('/:homeworkId/archived', async (req, res) => {
      const { id } = await stored(req.params)
      const { archived } = parseInput(archivedSchema, req.body)
      await all.homework.setArchived(id, archived)
      answer(res, archivedSchema, { archived })
    })
}
