import type { Knex } from 'knex'

interface OldPlan {
  id: string
  cone_moves: string
}

/** Cones can be locked, added, removed and commented on by hand; corners get a judgement; plans have versions that stay. */
export async function up(db: Knex): Promise<void> {
  await db.schema.alterTable('plans', (t) => {
    t.text('by_hand').notNullable().defaultTo('{"moves":[],"locked":[],"notes":[],"added":[],"removed":[]}')
    t.text('purposes').notNullable().defaultTo('[]')
    t.text('unsafe_answers').notNullable().defaultTo('[]')
  })
  for (const { id, cone_moves } of await db<OldPlan>('plans').select('id', 'cone_moves')) {
    const byHand = { moves: JSON.parse(cone_moves) as unknown, locked: [], notes: [], added: [], removed: [] }
    await db('plans')
      .where({ id })
      .update({ by_hand: JSON.stringify(byHand) })
  }
  await db.schema.alterTable('plans', (t) => t.dropColumn('cone_moves'))
  await db.schema.createTable('plan_versions', (t) => {
    t.uuid('id').primary()
    t.uuid('plan_id').notNullable().references('plans.id').index()
    t.integer('version').notNullable()
    t.string('at', 30).notNullable()
    t.string('made_by', 80).notNullable()
    t.text('content').notNullable()
  })
  await db.schema.alterTable('stints', (t) => t.uuid('plan_version_id'))
}

export async function down(db: Knex): Promise<void> {
  await db.schema.alterTable('stints', (t) => t.dropColumn('plan_version_id'))
  await db.schema.dropTable('plan_versions')
  await db.schema.alterTable('plans', (t) => t.text('cone_moves').notNullable().defaultTo('[]'))
  for (const row of await db<{ id: string; by_hand: string }>('plans').select('id', 'by_hand')) {
    const { moves } = JSON.parse(row.by_hand) as { moves: unknown }
    await db('plans')
      .where({ id: row.id })
      .update({ cone_moves: JSON.stringify(moves) })
  }
  await db.schema.alterTable('plans', (t) => t.dropColumns('by_hand', 'purposes', 'unsafe_answers'))
}
