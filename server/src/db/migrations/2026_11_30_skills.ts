import type { Knex } from 'knex'

/** Steps of a student's skills that instructors signed, and signatures withdrawn. */
export async function up(db: Knex): Promise<void> {
  await db.schema.createTable('skill_signatures', (t) => {
    t.uuid('id').primary()
    t.uuid('person_id').notNullable().references('people.id').index()
    t.string('skill', 30).notNullable()
    t.string('bend', 10).notNullable()
    t.string('level', 10).notNullable()
    t.uuid('instructor_id').notNullable().references('people.id').index()
    t.string('signed_on', 10).notNullable()
    t.text('remark').notNullable()
    t.uuid('withdrawn_by').references('people.id').index()
    t.string('withdrawn_on', 10)
    t.text('withdrawn_why')
  })
}

export async function down(db: Knex): Promise<void> {
  await db.schema.dropTable('skill_signatures')
}
