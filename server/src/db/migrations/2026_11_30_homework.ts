import type { Knex } from 'knex'

/** What students are asked to do before their next day, and whether they agreed to be shown as a good example. */
export async function up(db: Knex): Promise<void> {
  await db.schema.createTable('homework', (t) => {
    t.uuid('id').primary()
    t.uuid('person_id').notNullable().references('people.id').index()
    t.text('text').notNullable()
    t.string('given_on', 10).notNullable()
    t.string('done_on', 10)
    t.boolean('archived').notNullable().defaultTo(false)
  })
  await db.schema.alterTable('people', (t) => t.boolean('may_be_shown').notNullable().defaultTo(false))
}

export async function down(db: Knex): Promise<void> {
  await db.raw('alter table people drop column ??', ['may_be_shown'])
  await db.schema.dropTable('homework')
}
