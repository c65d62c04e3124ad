import type { Knex } from 'knex'

const tables = ['people', 'vehicle_types', 'cars', 'marker_schemes', 'circuits', 'days', 'plans', 'stints', 'sessions']

/** Everything a school makes can be archived, and a day has a version like everything else that is saved. */
export async function up(db: Knex): Promise<void> {
  for (const table of tables) await db.schema.alterTable(table, (t) => t.boolean('archived').notNullable().defaultTo(false))
  await db.schema.alterTable('days', (t) => t.integer('version').notNullable().defaultTo(1))
}

/** What was archived is offered again. */
export async function down(db: Knex): Promise<void> {
  for (const table of tables) await db.raw('alter table ?? drop column archived', [table])
  await db.raw('alter table days drop column version')
}
