import { useQueryClient } from '@tanstack/react-query'
import * as z from 'zod'
import { schoolSchema, unitsSchema, usualCertificate, type School, type Units } from '@ochote/contracts'
import { schoolQuery } from '../api/queries'
import { useAutosave } from '../autosave/useAutosave'

interface SchoolAbout {
  readonly name: string
  readonly units: Units
  readonly timeZone: string | null
  /** of the calls, such as en-GB */
  readonly language: string
  readonly carChecks: string[]
  readonly certificate: string
}
const typedSchema = z.object({
  name: z.string(),
  units: unitsSchema,
  timeZone: z.string().nullable(),
  language: z.string(),
  carChecks: z.array(z.string()),
  certificate: z.string().default(usualCertificate),
})
const isComplete = ({ name }: SchoolAbout) => name.trim() !== ''
const held = ({ name, units, timeZone, calls, carChecks, certificate, version }: School) => ({
  draft: { name, units, timeZone, language: calls.language, carChecks, certificate },
  version,
})

/** The school's name, units and time zone, saved by themselves. Calls are said in the same units. */
export function useSchoolDraft(school: School) {
  const client = useQueryClient()
  const { queryKey } = schoolQuery
  return useAutosave({
    path: '/api/school#about',
    stored: held(school),
    put: async ({ name, units, timeZone, language, carChecks, certificate }: SchoolAbout, fromVersion, send) => {
      const { version: _, ...before } = client.getQueryData(queryKey) ?? school
      const calls = { ...before.calls, language, unit: units === 'imperial' ? ('yd' as const) : ('m' as const) }
      const body = { school: { ...before, name: name.trim(), units, timeZone, calls, carChecks, certificate }, fromVersion }
      const stored = await send(schoolSchema, body)
      client.setQueryData(queryKey, stored)
      return { draft: { name, units, timeZone, language, carChecks, certificate }, version: stored.version }
    },
    load: async () => held(await client.fetchQuery({ ...schoolQuery, staleTime: 0 })),
    read: (kept) => typedSchema.parse(kept),
    isComplete,
  })
}
