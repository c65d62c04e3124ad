import type { Knex } from 'knex'

const tables = ['circuits', 'vehicles', 'marker_schemes'] as const

/** Library items can be changed; a change names the version it was made from. */
export async function up(db: Knex): Promise<void> {
  for (const table of tables) await db.schema.alterTable(table, (t) => t.integer('version').notNullable().defaultTo(1))
}

export async function down(db: Knex): Promise<void> {
  for (const table of tables) await db.schema.alterTable(table, (t) => t.dropColumn('version'))
}
