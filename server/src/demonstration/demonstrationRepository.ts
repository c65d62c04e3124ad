import type { Knex } from 'knex'
import { isForeignKey } from '../db/isForeignKey'
import { demoDays, demoShelf } from '../demo/demoRows'

/** Something of the demonstration that stays, since the school's own days use it. */
export interface Kept {
  readonly noun: string
  readonly name: string
}

const demoPeople = demoShelf.flatMap(({ table, ids }) => (table === 'people' ? ids : []))

/** The demonstration among what is stored: whether it is there, and its removal. */
export function demonstrationRepository(db: Knex) {
  const days = Object.values(demoDays)
  const isThere = async (): Promise<boolean> => (await db('days').whereIn('id', days).first('id')) !== undefined
  return {
    isThere,
    /**
     * Removes the demonstration's days with everything in them, and what it put on the shelf.
     * @returns what stays because the school's own days name it
     */
    remove: (): Promise<Kept[]> =>
      db.transaction(async (trx) => {
        await removeDays(trx, days)
        for (const table of ['skill_signatures', 'homework']) await trx(table).whereIn('person_id', demoPeople).delete()
        const kept: Kept[] = []
        for (const { table, noun, ids } of demoShelf)
          for (const id of ids) {
            const row = (await trx(table).where({ id }).first()) as { name?: string } | undefined
            if (row && ((await isOnTimetable(trx, id)) || !(await isRemoved(trx, table, id)))) kept.push({ noun, name: row.name ?? noun })
          }
        return kept
      }),
  }
}

async function removeDays(trx: Knex, days: readonly string[]): Promise<void> {
  const ofDays = (table: string) => trx(table).whereIn('day_id', days)
  const stints = () => ofDays('stints').select('id')
  const plans = () => ofDays('plans').select('id')
  const versions = () => trx('plan_versions').whereIn('plan_id', plans())
  const documents = (await versions().clone().whereNotNull('circuit_hash').pluck('circuit_hash')) as string[]
  await trx('session_stints').whereIn('session_id', ofDays('sessions').select('id')).delete()
  for (const table of ['log_entries', 'debriefs']) await trx(table).whereIn('stint_id', stints()).delete()
  await trx('plan_version_solutions').whereIn('plan_version_id', versions().select('id')).delete()
  const recordings = () => ofDays('recordings').select('id')
  for (const table of ['reviews', 'review_sounds', 'recording_files']) await trx(table).whereIn('recording_id', recordings()).delete()
  await ofDays('recordings').delete()
  await ofDays('stints').delete()
  await versions().delete()
  for (const table of ['sessions', 'meetings', 'meeting_attendance', 'day_people', 'timetables', 'plans']) await ofDays(table).delete()
  await trx('days').whereIn('id', days).delete()
  // a circuit as it was driven goes with the last version that names it
  await trx('circuit_documents')
    .whereIn('hash', documents)
    .whereNotIn('hash', trx('plan_versions').whereNotNull('circuit_hash').select('circuit_hash'))
    .delete()
}

/** A timetable names people and cars in its content, where no key watches over them. */
const isOnTimetable = async (trx: Knex, id: string): Promise<boolean> =>
  (await trx('timetables').where('content', 'like', `%${id}%`).first('day_id')) !== undefined

/** Removes a row, unless another names it. */
async function isRemoved(trx: Knex, table: string, id: string): Promise<boolean> {
  try {
    await trx.transaction((step) => step(table).where({ id }).delete())
    return true
  } catch (error) {
    if (isForeignKey(error)) return false
    throw error
  }
}
