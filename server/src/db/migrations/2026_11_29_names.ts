import type { Knex } from 'knex'

type Renames = readonly (readonly [table: string, from: string, to: string])[]

const columns: Renames = [
  ['days', 'day', 'date'],
  ['plans', 'event_id', 'day_id'],
  ['plans', 'by_hand', 'cone_edits'],
  ['plans', 'purposes', 'priority_overrides'],
  ['stints', 'event_id', 'day_id'],
  ['meetings', 'event_id', 'day_id'],
  ['sessions', 'event_id', 'day_id'],
  ['solutions', 'question_hash', 'key_hash'],
  ['solutions', 'work', 'solution'],
  ['solutions', 'kept_at', 'stored_at'],
]

/** Standard SQL, which SQLite and PostgreSQL carry out in place: Knex would rebuild the whole SQLite table. */
const renameColumn = (db: Knex, table: string, from: string, to: string) =>
  db.raw('alter table ?? rename column ?? to ??', [table, from, to])

/** Changes JSON text in every row of a column. */
async function changeJson(db: Knex, table: string, column: string, key: string, change: (json: unknown) => unknown): Promise<void> {
  for (const row of await db<Record<string, string>>(table).select(key, column)) {
    const before = JSON.parse(row[column]!) as unknown
    await db(table)
      .where({ [key]: row[key] })
      .update({ [column]: JSON.stringify(change(before)) })
  }
}
type Fields = Record<string, unknown>

const isFields = (json: unknown): json is Fields => typeof json === 'object' && json !== null && !Array.isArray(json)

/** Renames the fields that an object has. */
const renamed =
  (names: Readonly<Record<string, string>>) =>
  (json: unknown): unknown =>
    isFields(json) ? Object.fromEntries(Object.entries(json).map(([name, value]) => [names[name] ?? name, value])) : json
const eachRenamed = (names: Readonly<Record<string, string>>) => (json: unknown) => (Array.isArray(json) ? json.map(renamed(names)) : json)
/** Changes one field of an object. */
const within =
  (field: string, change: (json: unknown) => unknown) =>
  (json: unknown): unknown =>
    isFields(json) && field in json ? { ...json, [field]: change(json[field]) } : json

const inverse = (names: Readonly<Record<string, string>>) => Object.fromEntries(Object.entries(names).map(([from, to]) => [to, from]))

const draftFields = { byHand: 'coneEdits', purposes: 'priorityOverrides' }
const priorityFields = { character: 'kind' }
const solutionFields = { characters: 'priorities' }
const sessionFields = { eventId: 'dayId' }

/** Tables, columns and stored JSON take the names that the code uses. */
export async function up(db: Knex): Promise<void> {
  await db.schema.renameTable('events', 'days')
  await db.schema.renameTable('kept_work', 'solutions')
  for (const [table, from, to] of columns) await renameColumn(db, table, from, to)
  await changeJson(db, 'plans', 'priority_overrides', 'id', eachRenamed(priorityFields))
  await changeJson(db, 'sessions', 'content', 'id', renamed(sessionFields))
  await changeJson(
    db,
    'plan_versions',
    'content',
    'id',
    within('draft', (draft) => within('priorityOverrides', eachRenamed(priorityFields))(renamed(draftFields)(draft))),
  )
  await changeJson(db, 'solutions', 'solution', 'key_hash', (json) =>
    within('priorities', eachRenamed(priorityFields))(renamed(solutionFields)(json)),
  )
}

export async function down(db: Knex): Promise<void> {
  const back = inverse(priorityFields)
  await changeJson(db, 'plans', 'priority_overrides', 'id', eachRenamed(back))
  await changeJson(db, 'sessions', 'content', 'id', renamed(inverse(sessionFields)))
  await changeJson(
    db,
    'plan_versions',
    'content',
    'id',
    within('draft', (draft) => renamed(inverse(draftFields))(within('priorityOverrides', eachRenamed(back))(draft))),
  )
  await changeJson(db, 'solutions', 'solution', 'key_hash', (json) =>
    renamed(inverse(solutionFields))(within('priorities', eachRenamed(back))(json)),
  )
  for (const [table, from, to] of [...columns].reverse()) await renameColumn(db, table, to, from)
  await db.schema.renameTable('solutions', 'kept_work')
  await db.schema.renameTable('days', 'events')
}
