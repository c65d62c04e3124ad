import { Router } from 'express'
import { z } from 'zod'
import { archivedSchema } from '@ochote/contracts'
import { answer } from './answer'
import { notFound } from './appError'
import { parseInput } from './parseInput'

const params = z.object({ id: z.uuid() })
const which = z.object({ archived: z.enum(['true', 'false']).default('false') })

/** Whether a list is asked for as it is offered, or what is archived of it: `?archived=true`. */
export const whichListed = (query: unknown): 'offered' | 'archived' =>
  parseInput(which, query).archived === 'true' ? 'archived' : 'offered'

/**
 * `PUT /:id/archived`. It says what is to hold and changes nothing else, so it needs no version: the last word counts.
 * @param what - such as "Car"
 * @param mayArchive - throws where it is still needed as it is
 */
export const archiveRoutes = (
  what: string,
  setArchived: (id: string, archived: boolean) => Promise<boolean>,
  mayArchive: (id: string) => Promise<void> = () => Promise.resolve(),
): Router =>
  Router().put('/:id/archived', async (req, res) => {
    const { id } = parseInput(params, req.params)
    const { archived } = parseInput(archivedSchema, req.body)
    if (archived) await mayArchive(id)
    if (!(await setArchived(id, archived))) throw notFound(`${what} ${id}`)
    answer(res, archivedSchema, { archived })
  })
