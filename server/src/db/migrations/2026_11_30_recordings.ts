import type { Knex } from 'knex'

/** Recorded laps: what is listed of each, its file and columns apart, what a logger streams as it comes, and reviews. */
export async function up(db: Knex): Promise<void> {
  await db.schema.createTable('recordings', (t) => {
    t.uuid('id').primary()
    t.uuid('day_id').references('days.id').index()
    t.uuid('stint_id').references('stints.id').index()
    t.uuid('student_id').references('people.id').index()
    t.uuid('circuit_id').references('circuits.id')
    t.string('sha256', 64).notNullable().index()
    t.string('added_at', 30).notNullable()
    t.text('content').notNullable()
    t.boolean('archived').notNullable().defaultTo(false)
    t.integer('version').notNullable()
  })
  await db.schema.createTable('recording_files', (t) => {
    t.uuid('recording_id').primary().references('recordings.id')
    t.binary('file').notNullable()
    t.binary('columns').notNullable()
  })
  await db.schema.createTable('recording_parts', (t) => {
    t.uuid('recording_id').notNullable()
    t.integer('part').notNullable()
    t.text('samples').notNullable()
    t.primary(['recording_id', 'part'])
  })
  await db.schema.createTable('recording_streams', (t) => {
    t.uuid('recording_id').primary()
    t.text('content').notNullable()
  })
  await db.schema.createTable('column_meanings', (t) => {
    t.string('headers_hash', 64).primary()
    t.text('meanings').notNullable()
  })
  await db.schema.createTable('reviews', (t) => {
    t.uuid('recording_id').primary().references('recordings.id')
    t.text('content').notNullable()
    t.integer('version').notNullable()
  })
  await db.schema.createTable('review_sounds', (t) => {
    t.uuid('id').primary()
    t.uuid('recording_id').notNullable().references('recordings.id').index()
    t.string('type', 40).notNullable()
    t.binary('sound').notNullable()
  })
}

export async function down(db: Knex): Promise<void> {
  for (const table of [
    'review_sounds',
    'reviews',
    'column_meanings',
    'recording_streams',
    'recording_parts',
    'recording_files',
    'recordings',
  ])
    await db.schema.dropTable(table)
}
