import { Router } from 'express'
import { z } from 'zod'
import { signSchema, skillSignatureSchema, withdrawSchema } from '@ochote/contracts'
import { answer } from '../http/answer'
import { conflict, invalidInput, notFound } from '../http/appError'
import { parseInput } from '../http/parseInput'
import type { Repositories } from '../repositories'

const ofPerson = z.object({ personId: z.uuid() })
const ofSignature = ofPerson.extend({ signatureId: z.uuid() })

/** `/api/people/:personId/signatures`: steps of a student's skills, signed and withdrawn by instructors. */
export function skillSignatureRoutes(all: Repositories): Router {
  const mustBeInstructor = async (id: string): Promise<void> => {
    if ((await all.people.find(id))?.role !== 'instructor')
      throw invalidInput([{ field: 'instructorId', found: id, expected: 'an instructor of the school' }])
  }
  return Router({ mergeParams: true })
    .get('/', async (req, res) => {
      const { personId } = parseInput(ofPerson, req.params)
      answer(res, z.array(skillSignatureSchema), await all.skillSignatures.list(personId))
    })
    .post('/', async (req, res) => {
      const { personId } = parseInput(ofPerson, req.params)
      const signed = parseInput(signSchema, req.body)
      const student = await all.people.find(personId)
      if (!student) throw notFound(`Person ${personId}`)
      if (student.role !== 'student') throw invalidInput([{ field: 'personId', found: student.name, expected: 'a student' }])
      await mustBeInstructor(signed.instructorId)
      const signature = { ...signed, personId, withdrawn: null }
      if ((await all.skillSignatures.sign(signature)) === 'conflict') throw conflict('This signature', 1)
      answer(res, skillSignatureSchema, signature, 201)
    })
    .post('/:signatureId/withdrawn', async (req, res) => {
      const { personId, signatureId } = parseInput(ofSignature, req.params)
      const withdrawal = parseInput(withdrawSchema, req.body)
      if ((await all.skillSignatures.find(signatureId))?.personId !== personId) throw notFound(`Signature ${signatureId}`)
      await mustBeInstructor(withdrawal.instructorId)
      if ((await all.skillSignatures.withdraw(signatureId, withdrawal)) === 'conflict') throw conflict('This signature', 2)
      answer(res, skillSignatureSchema, (await all.skillSignatures.find(signatureId))!)
    })
}
