import { useMutation, useQueryClient } from '@tanstack/react-query'
import {
  archivedSchema,
  personSchema,
  planSchema,
  stintDraftSchema,
  stintViewSchema,
  type BriefDraft,
  type Person,
  type StintDraft,
  type StintView,
} from '@ochote/contracts'
import { v7 as uuid } from 'uuid'
import { dayQuery, peopleQuery, personQuery, studentQuery } from '../../api/queries'
import { request } from '../../api/request'
import { usePutStint } from '../../stint/usePutStint'
import { useDone } from '../../undo/UndoProvider'
import type { NextDraft } from './nextDraft'

const putStint = (id: string, stint: StintDraft, fromVersion: number) =>
  request(stintViewSchema, `/api/stints/${id}`, { method: 'PUT', body: { stint, fromVersion } })
const putBrief = (id: string, brief: BriefDraft, fromVersion: number) =>
  request(stintViewSchema, `/api/stints/${id}/brief`, { method: 'PUT', body: { brief, fromVersion } })
const putTalk = ({ id, version }: Pick<Person, 'id' | 'version'>, talk: Person['talk']) =>
  request(personSchema, `/api/people/${id}`, { method: 'PUT', body: { change: { talk }, fromVersion: version } })
const archivePlan = (id: string) => request(archivedSchema, `/api/plans/${id}/archived`, { method: 'PUT', body: { archived: true } })

/**
 * Gives the next stint its plan and its aims, and the student's calls their wording, in one step that can be undone. Where a part is refused,
 * what went before it is taken back.
 * @param says - what was done, once it is
 */
export function useTakeNext({ stint, debrief }: StintView, person: Person, says: string) {
  const client = useQueryClient()
  const put = usePutStint(stint)
  const done = useDone()
  const planned = stintDraftSchema.parse(stint)
  const brief: BriefDraft = { aims: stint.aims, briefedAt: stint.briefedAt }
  const show = async (stored: StintView, known: Person) => {
    put(stored)
    client.setQueryData(personQuery(known.id).queryKey, known)
    client.setQueryData(peopleQuery.queryKey, (people) => people?.map((one) => (one.id === known.id ? known : one)))
    await client.invalidateQueries({ queryKey: dayQuery(stint.dayId).queryKey })
    await client.invalidateQueries({ queryKey: studentQuery(stint.studentId).queryKey })
  }
  return useMutation({
    mutationFn: async ({ plan, aims, talk }: NextDraft) => {
      const planId = uuid()
      let stored: StintView = { stint, debrief }
      let isBriefed = false
      let known = person
      const back = async () => {
        if (known !== person) known = await putTalk(known, person.talk)
        if (isBriefed) stored = await putBrief(stint.id, brief, stored.stint.version)
        if (stored.stint.planId !== stint.planId) stored = await putStint(stint.id, planned, stored.stint.version)
        if (plan) await archivePlan(planId)
        await show(stored, known)
      }
      if (plan) await request(planSchema, '/api/plans', { method: 'POST', body: { id: planId, dayId: stint.dayId, draft: plan } })
      try {
        if (plan) stored = await putStint(stint.id, { ...planned, planId }, stint.version)
        if (aims.length > 0) {
          stored = await putBrief(stint.id, { aims: [...aims], briefedAt: null }, stored.stint.version)
          isBriefed = true
        }
        if (talk) known = await putTalk(person, talk)
      } catch (refused) {
        await back().catch(() => show(stored, known)) // what could not be taken back is shown as it is stored
        throw refused
      }
      await show(stored, known)
      done({ says, undo: back })
    },
  })
}
