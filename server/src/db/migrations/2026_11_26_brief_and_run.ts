import type { Knex } from 'knex'

/** Meetings, sessions, a school's settings, what people want, and entries with more detail than a code. */
export async function up(db: Knex): Promise<void> {
  await db.schema.alterTable('log_entries', (t) => {
    /** fields of an entry's kind that have no column of their own, as JSON */
    t.text('detail').notNullable().defaultTo('{}')
    t.integer('clock_offset_ms').notNullable().defaultTo(0)
  })
  await db.schema.alterTable('people', (t) => {
    t.string('push', 10)
    t.string('talk', 10)
    t.double('words_per_second')
  })
  await db.schema.createTable('schools', (t) => {
    t.string('id', 20).primary()
    t.text('content').notNullable()
    t.integer('version').notNullable()
  })
  await db.schema.createTable('meetings', (t) => {
    t.uuid('event_id').primary().references('events.id')
    t.text('content').notNullable()
    t.integer('version').notNullable()
  })
  await db.schema.createTable('sessions', (t) => {
    t.uuid('id').primary()
    t.uuid('event_id').notNullable().references('events.id').index()
    t.string('starts_at', 5).notNullable()
    t.text('content').notNullable()
  })
}

export async function down(db: Knex): Promise<void> {
  for (const table of ['sessions', 'meetings', 'schools']) await db.schema.dropTable(table)
  await db.schema.alterTable('people', (t) => t.dropColumns('push', 'talk', 'words_per_second'))
  await db.schema.alterTable('log_entries', (t) => t.dropColumns('detail', 'clock_offset_ms'))
}
