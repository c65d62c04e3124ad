import type { SchoolRecord } from '@ochote/contracts'
import { schoolRecord, stintRecord, type RecordedStint } from '@ochote/core'
import type { Repositories } from '../repositories'

/** The record of the latest driven days, with the names of those it speaks of. Entries that cannot be read are left out. */
export async function readSchoolRecord(all: Repositories, days: number): Promise<SchoolRecord> {
  const stints: RecordedStint[] = []
  const lastDays: Record<string, string> = {}
  let driven = 0
  for (const { id, date, circuitId } of (await all.days.list()).reverse()) {
    if (driven === days) break
    const { entries } = await all.logs.page({ dayId: id }, 0)
    if (entries.length === 0) continue
    driven += 1
    for (const { stint } of await all.stints.listForDay(id)) {
      const own = entries.filter(({ stintId }) => stintId === stint.id)
      const { studentId, instructorId, startsAt } = stint
      if (own.length === 0) continue
      lastDays[studentId] ??= id
      stints.push({ id: stint.id, date, startsAt, circuitId, studentId, instructorId, entries: own, record: stintRecord(own) })
    }
  }
  const record = schoolRecord(stints)
  return { ...record, lastDays, names: await namesFor(all, record) }
}

async function namesFor(all: Repositories, { stuck, tired, instructors, loggedTwice, corners }: Omit<SchoolRecord, 'names' | 'lastDays'>) {
  const ids = new Set([
    ...[...stuck, ...tired, ...instructors, ...loggedTwice].map(({ studentId }) => studentId),
    ...instructors.flatMap(({ less, more }) => [less.instructorId, more.instructorId]),
    ...loggedTwice.flatMap(({ first, second }) => [first.instructorId, second.instructorId]),
    ...[...stuck, ...corners].map(({ circuitId }) => circuitId),
  ])
  const named = (
    await Promise.all([all.people.list(), all.people.list('archived'), all.circuits.list(), all.circuits.list('archived')])
  ).flat()
  return Object.fromEntries(named.filter(({ id }) => ids.has(id)).map(({ id, name }) => [id, name]))
}
