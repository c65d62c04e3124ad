import type { Knex } from 'knex'

/** A day's timetable as it is planned. */
export async function up(db: Knex): Promise<void> {
  await db.schema.createTable('timetables', (t) => {
    t.uuid('day_id').primary().references('days.id')
    t.text('content').notNullable()
    t.integer('version').notNullable()
  })
}

export async function down(db: Knex): Promise<void> {
  await db.schema.dropTable('timetables')
}
