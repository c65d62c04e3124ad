import type { Knex } from 'knex'

const texts = ['email', 'phone', 'emergency_contact', 'licence', 'must_know', 'teaches', 'teaches_anyway']

/** How to reach people, the licence they hold, and until when an instructor is qualified. */
export async function up(db: Knex): Promise<void> {
  await db.schema.alterTable('people', (t) => {
    for (const name of texts) t.text(name).notNullable().defaultTo('')
    t.string('qualified_until', 10)
  })
}

export async function down(db: Knex): Promise<void> {
  for (const name of [...texts, 'qualified_until']) await db.raw('alter table people drop column ??', [name])
}
