import type { Knex } from 'knex'

/** The road and the forecast of a day by the hour, and the gearbox of a car. */
export async function up(db: Knex): Promise<void> {
  await db.schema.alterTable('days', (t) => {
    t.text('hours').notNullable().defaultTo('[]')
  })
  await db.schema.alterTable('cars', (t) => {
    t.text('gearbox').notNullable().defaultTo('')
  })
}

export async function down(db: Knex): Promise<void> {
  await db.raw('alter table days drop column hours')
  await db.raw('alter table cars drop column gearbox')
}
