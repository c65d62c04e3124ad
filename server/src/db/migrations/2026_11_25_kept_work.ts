import type { Knex } from 'knex'

/** Corner priorities are stored beside lines. Lines stored before are computed again when they are asked for. */
export async function up(db: Knex): Promise<void> {
  await db.schema.dropTable('lines')
  await db.schema.createTable('kept_work', (t) => {
    t.string('question_hash', 64).primary()
    t.text('work').notNullable()
    t.boolean('searched').notNullable()
    t.string('kept_at', 30).notNullable().index()
  })
}

export async function down(db: Knex): Promise<void> {
  await db.schema.dropTable('kept_work')
  await db.schema.createTable('lines', (t) => {
    t.string('question_hash', 64).primary()
    t.text('line').notNullable()
    t.string('kept_at', 30).notNullable().index()
  })
}
