import type { Knex } from 'knex'

/** Lines that were searched for, by what they were searched for. */
export async function up(db: Knex): Promise<void> {
  await db.schema.createTable('lines', (t) => {
    t.string('question_hash', 64).primary()
    t.text('line').notNullable()
    t.string('kept_at', 30).notNullable().index()
  })
}

export async function down(db: Knex): Promise<void> {
  await db.schema.dropTable('lines')
}
