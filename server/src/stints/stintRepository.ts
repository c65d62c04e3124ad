import type { Knex } from 'knex'
import {
  debriefSchema,
  stintSchema,
  type BriefDraft,
  type Debrief,
  type DebriefDraft,
  type ListedStint,
  type Stint,
  type StintDraft,
  type StintView,
} from '@ochote/contracts'
import { archiving } from '../db/archive'
import { addRow, saveVersioned, type Saved } from '../db/saveVersioned'
import type { UnreadableRows } from '../db/unreadableRows'

interface StintRow {
  id: string
  day_id: string
  plan_id: string
  student_id: string
  instructor_id: string
  car_id: string
  other_types_cones: number | boolean
  planned_laps: number
  starts_at: string
  aims: string
  briefed_at: string | null
  plan_version_id: string | null
  version: number
}

interface DebriefRow {
  stint_id: string
  good: string
  work_on: string
  sentence: string
  version: number
}

const toStint = (row: StintRow): Stint =>
  stintSchema.parse({
    id: row.id,
    dayId: row.day_id,
    planId: row.plan_id,
    studentId: row.student_id,
    instructorId: row.instructor_id,
    carId: row.car_id,
    otherTypesCones: Boolean(row.other_types_cones),
    plannedLaps: row.planned_laps,
    startsAt: row.starts_at,
    aims: JSON.parse(row.aims),
    briefedAt: row.briefed_at,
    planVersionId: row.plan_version_id,
    version: row.version,
  })

const toDebrief = (row: DebriefRow): Debrief =>
  debriefSchema.parse({
    stintId: row.stint_id,
    good: JSON.parse(row.good),
    workOn: JSON.parse(row.work_on),
    sentence: row.sentence,
    version: row.version,
  })

const draftColumns = (stint: StintDraft) => ({
  plan_id: stint.planId,
  student_id: stint.studentId,
  instructor_id: stint.instructorId,
  car_id: stint.carId,
  other_types_cones: stint.otherTypesCones,
  planned_laps: stint.plannedLaps,
  starts_at: stint.startsAt,
})

/** The stints of a query that are on a day's list, or what of them is archived. */
const kept = <Q extends Knex.QueryBuilder>(query: Q, which: 'offered' | 'archived') =>
  which === 'archived'
    ? (query.where({ archived: true, plan_version_id: null }) as Q)
    : (query.where((either) => void either.where({ archived: false }).orWhereNotNull('plan_version_id')) as Q)

/** Adds a stint's student and instructor to the day's people. */
async function addToDay(db: Knex, dayId: string, { studentId, instructorId }: StintDraft): Promise<void> {
  const people = [studentId, instructorId].map((person_id) => ({ day_id: dayId, person_id }))
  await db('day_people').insert(people).onConflict(['day_id', 'person_id']).ignore()
}

/** Stored stints with their briefs and debriefs. */
export function stintRepository(db: Knex, unreadable: UnreadableRows) {
  const stints = () => db<StintRow>('stints')
  const inOrder = ['starts_at', 'id']
  const debriefsOf = (rows: readonly StintRow[]) =>
    db<DebriefRow>('debriefs').whereIn(
      'stint_id',
      rows.map((row) => row.id),
    )
  /** Stints with their debriefs, in two queries however many there are. */
  const views = async (rows: StintRow[]): Promise<StintView[]> => {
    const debriefs = unreadable.read('debriefs', await debriefsOf(rows), (row) => row.stint_id, toDebrief)
    const debriefOf = (id: string) => debriefs.find((d) => d.stintId === id) ?? null
    return unreadable.read(
      'stints',
      rows,
      (row) => row.id,
      (row) => ({ stint: toStint(row), debrief: debriefOf(row.id) }),
    )
  }
  return {
    find: async (id: string): Promise<StintView | undefined> => (await views(await stints().where({ id })))[0],
    /** What a stint is driven on, or undefined where it is not stored. */
    planOf: async (id: string): Promise<Pick<Stint, 'planId' | 'planVersionId'> | undefined> => {
      const row = await stints().where({ id }).first('plan_id', 'plan_version_id')
      return row && { planId: row.plan_id, planVersionId: row.plan_version_id }
    },
    /** A stint that was driven is listed even if it was archived before: its log is part of the record. */
    listForDay: async (dayId: string, which: 'offered' | 'archived' = 'offered'): Promise<ListedStint[]> => {
      const rows = await kept(stints().where({ day_id: dayId }), which).orderBy(inOrder)
      const debriefed = new Set((await debriefsOf(rows).select('stint_id')).map((d) => d.stint_id))
      return unreadable.read(
        'stints',
        rows,
        (row) => row.id,
        (row) => ({ stint: toStint(row), debriefed: debriefed.has(row.id) }),
      )
    },
    viewsForStudent: async (studentId: string): Promise<StintView[]> =>
      views(await kept(stints().where({ student_id: studentId }), 'offered').orderBy(inOrder)),
    /** Adds a stint, and its student and instructor to the day's people. */
    add: (stint: Stint): Promise<Saved> =>
      db.transaction(async (trx) => {
        const added = await addRow(
          trx,
          'stints',
          { id: stint.id },
          {
            day_id: stint.dayId,
            ...draftColumns(stint),
            aims: JSON.stringify(stint.aims),
            briefed_at: stint.briefedAt,
            plan_version_id: stint.planVersionId,
            version: stint.version,
          },
        )
        if (added !== 'saved') return added
        await addToDay(trx, stint.dayId, stint)
        return added
      }),
    /** Saves what is planned of a stint, over a version. Who takes part now joins the day; who was replaced leaves it with their last stint. */
    save: (id: string, dayId: string, draft: StintDraft, fromVersion: number): Promise<Saved> =>
      db.transaction(async (trx) => {
        const saved = await saveVersioned(trx, 'stints', { id }, draftColumns(draft), fromVersion)
        if (saved !== 'saved') return saved
        await addToDay(trx, dayId, draft)
        await trx('day_people')
          .where({ day_id: dayId })
          .whereNotIn('person_id', trx('stints').where({ day_id: dayId }).select('student_id'))
          .whereNotIn('person_id', trx('stints').where({ day_id: dayId }).select('instructor_id'))
          .delete()
        return saved
      }),
    setArchived: archiving(db, 'stints'),
    saveBrief: async (id: string, { aims, briefedAt }: BriefDraft, fromVersion: number): Promise<Saved> =>
      saveVersioned(db, 'stints', { id }, { aims: JSON.stringify(aims), briefed_at: briefedAt }, fromVersion),
    /** Ties a stint to the plan version it is driven on; the first one stays. */
    setPlanVersion: async (id: string, planVersionId: string): Promise<void> => {
      await stints().where({ id, plan_version_id: null }).update({ plan_version_id: planVersionId })
    },
    saveDebrief: async (id: string, { good, workOn, sentence }: DebriefDraft, fromVersion: number): Promise<Saved> =>
      saveVersioned(
        db,
        'debriefs',
        { stint_id: id },
        { good: JSON.stringify(good), work_on: JSON.stringify(workOn), sentence },
        fromVersion,
      ),
  }
}
