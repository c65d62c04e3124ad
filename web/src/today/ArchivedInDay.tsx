import type { ArchivedInDay as Archived } from '@ochote/contracts'
import { archivedInDayQuery } from '../api/queries'
import { ArchivedList } from '../records/ArchivedList'
import type { Archivable } from '../records/useArchive'

const queryKeys = [['days']]

/** A stint as something that can be archived, by its student's name. */
export const archivableStint = (id: string, startsAt: string, student: string): Archivable => ({
  path: `/api/stints/${id}`,
  name: `${student}’s stint at ${startsAt}`,
  queryKeys,
})

const everything = ({ plans, stints, sessions, people }: Archived): Archivable[] => [
  ...plans.map(({ id, name }) => ({ path: `/api/plans/${id}`, name: `The plan “${name}”`, queryKeys })),
  ...stints.map(({ stint }) =>
    archivableStint(stint.id, stint.startsAt, people.find((p) => p.id === stint.studentId)?.name ?? 'A student'),
  ),
  ...sessions.map(({ id, name }) => ({ path: `/api/sessions/${id}`, name: `The session “${name}”`, queryKeys })),
]

/** Plans, stints and sessions of a day that are archived. */
export function ArchivedInDay({ dayId }: { dayId: string }) {
  return <ArchivedList what="plans, stints and sessions" query={archivedInDayQuery(dayId)} of={everything} />
}
