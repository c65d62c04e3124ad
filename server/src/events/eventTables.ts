import type { Knex } from 'knex'

/** A table of an event: its key, which of its columns hold JSON, and which rows belong to a day. */
export interface EventTable {
  readonly name: string
  readonly noun: string
  readonly key: readonly string[]
  readonly json: readonly string[]
  /** columns that hold bytes: in the file they are base64 */
  readonly bytes?: readonly string[]
  /** columns that are made anew where the event is read */
  readonly own?: readonly string[]
  readonly rows: (db: Knex, dayId: string) => Knex.QueryBuilder
}

/** What a day's timetable names, besides its stints. */
async function inTimetable(db: Knex, dayId: string, lists: readonly string[]): Promise<string[]> {
  const row = (await db('timetables').where({ day_id: dayId }).first('content')) as { content: string } | undefined
  if (!row) return []
  const content = JSON.parse(row.content) as Record<string, { id: string }[]>
  return lists.flatMap((list) => (content[list] ?? []).map(({ id }) => id))
}

const stintsOf = (db: Knex, dayId: string, column: string) => db('stints').where({ day_id: dayId }).whereNotNull(column).select(column)
const plansOf = (db: Knex, dayId: string, column = 'id') => db('plans').where({ day_id: dayId }).select(column)
const versionsOf = (db: Knex, dayId: string, column = 'id') =>
  db('plan_versions').whereIn('plan_id', plansOf(db, dayId)).whereNotNull(column).select(column)
const recordingsOf = (db: Knex, dayId: string) => db('recordings').where({ day_id: dayId }).select('id')
const sessionsOf = (db: Knex, dayId: string) => db('sessions').where({ day_id: dayId }).select('id')

/** The tables of an event, each after those it names. */
export async function eventTables(db: Knex, dayId: string): Promise<EventTable[]> {
  const timetablePeople = await inTimetable(db, dayId, ['students', 'instructors'])
  const timetableCars = await inTimetable(db, dayId, ['vehicles'])
  const cars = () => db('cars').where((either) => void either.whereIn('id', stintsOf(db, dayId, 'car_id')).orWhereIn('id', timetableCars))
  const ofDay = (name: string) => db(name).where({ day_id: dayId })
  return [
    {
      name: 'circuits',
      noun: 'circuit',
      key: ['id'],
      json: ['document'],
      rows: () =>
        db('circuits').where(
          (either) =>
            void either
              .whereIn('id', db('days').where({ id: dayId }).select('circuit_id'))
              .orWhereIn('id', ofDay('recordings').whereNotNull('circuit_id').select('circuit_id')),
        ),
    },
    {
      ...{ name: 'vehicle_types', noun: 'vehicle type', key: ['id'], json: ['document'] },
      rows: () =>
        db('vehicle_types').where(
          (either) => void either.whereIn('id', plansOf(db, dayId, 'vehicle_type_id')).orWhereIn('id', cars().select('vehicle_type_id')),
        ),
    },
    {
      name: 'marker_schemes',
      noun: 'marker scheme',
      key: ['id'],
      json: ['looks', 'stock'],
      rows: () => db('marker_schemes').whereIn('id', plansOf(db, dayId, 'marker_scheme_id')),
    },
    {
      ...{ name: 'people', noun: 'person', key: ['id'], json: [] },
      rows: () =>
        db('people').where(
          (either) =>
            void either
              .whereIn('id', ofDay('day_people').select('person_id'))
              .orWhereIn('id', ofDay('meeting_attendance').select('person_id'))
              .orWhereIn('id', stintsOf(db, dayId, 'student_id'))
              .orWhereIn('id', stintsOf(db, dayId, 'instructor_id'))
              .orWhereIn('id', ofDay('recordings').whereNotNull('student_id').select('student_id'))
              .orWhereIn('id', timetablePeople),
        ),
    },
    { name: 'cars', noun: 'car', key: ['id'], json: [], rows: cars },
    { name: 'days', noun: 'day', key: ['id'], json: ['hours'], rows: () => db('days').where({ id: dayId }) },
    {
      name: 'plans',
      noun: 'plan',
      key: ['id'],
      json: ['setup', 'cone_edits', 'priority_overrides', 'unsafe_answers'],
      rows: () => ofDay('plans'),
    },
    {
      name: 'circuit_documents',
      noun: 'circuit as it was driven',
      key: ['hash'],
      json: ['document'],
      rows: () => db('circuit_documents').whereIn('hash', versionsOf(db, dayId, 'circuit_hash')),
    },
    {
      name: 'plan_versions',
      noun: 'plan version',
      key: ['id'],
      json: ['content'],
      rows: () => db('plan_versions').whereIn('plan_id', plansOf(db, dayId)),
    },
    {
      name: 'plan_version_solutions',
      noun: 'solution',
      key: ['plan_version_id', 'key_hash'],
      json: ['solution'],
      rows: () => db('plan_version_solutions').whereIn('plan_version_id', versionsOf(db, dayId)),
    },
    { name: 'stints', noun: 'stint', key: ['id'], json: ['aims'], rows: () => ofDay('stints') },
    {
      name: 'debriefs',
      noun: 'debrief',
      key: ['stint_id'],
      json: ['good', 'work_on'],
      rows: () => db('debriefs').whereIn('stint_id', stintsOf(db, dayId, 'id')),
    },
    {
      ...{ name: 'device_clocks', noun: 'device clock', key: ['epoch'], json: [] },
      rows: () =>
        db('device_clocks').whereIn(
          'epoch',
          db('log_entries')
            .whereIn('stint_id', stintsOf(db, dayId, 'id'))
            .whereNotNull('clock_epoch')
            .select('clock_epoch'),
        ),
    },
    {
      ...{ name: 'log_entries', noun: 'log entry', key: ['id'], json: ['detail'], own: ['seq'] },
      rows: () =>
        db('log_entries')
          .whereIn('stint_id', stintsOf(db, dayId, 'id'))
          .orderBy('seq'),
    },
    { name: 'sessions', noun: 'session', key: ['id'], json: [], rows: () => ofDay('sessions') },
    {
      name: 'session_stints',
      noun: 'place in a session',
      key: ['session_id', 'stint_id'],
      json: [],
      rows: () => db('session_stints').whereIn('session_id', sessionsOf(db, dayId)),
    },
    { name: 'day_people', noun: 'person of the day', key: ['day_id', 'person_id'], json: [], rows: () => ofDay('day_people') },
    { name: 'meetings', noun: 'meeting', key: ['day_id'], json: ['content'], rows: () => ofDay('meetings') },
    { name: 'meeting_attendance', noun: 'attendance', key: ['day_id', 'person_id'], json: [], rows: () => ofDay('meeting_attendance') },
    { name: 'recordings', noun: 'recording', key: ['id'], json: ['content'], rows: () => ofDay('recordings') },
    {
      ...{ name: 'recording_files', noun: 'file of a recording', key: ['recording_id'], json: [], bytes: ['file', 'columns'] },
      rows: () => db('recording_files').whereIn('recording_id', recordingsOf(db, dayId)),
    },
    {
      ...{ name: 'reviews', noun: 'review', key: ['recording_id'], json: ['content'] },
      rows: () => db('reviews').whereIn('recording_id', recordingsOf(db, dayId)),
    },
    {
      ...{ name: 'review_sounds', noun: 'spoken comment', key: ['id'], json: [], bytes: ['sound'] },
      rows: () => db('review_sounds').whereIn('recording_id', recordingsOf(db, dayId)),
    },
    { name: 'timetables', noun: 'timetable', key: ['day_id'], json: ['content'], rows: () => ofDay('timetables') },
  ]
}
