import { randomUUID } from 'node:crypto'
import type { Knex } from 'knex'

/** A name for the database, runs of devices' clocks, and the solutions that plan versions keep. */
export async function up(db: Knex): Promise<void> {
  await db.schema.createTable('database_identity', (t) => {
    t.uuid('id').primary()
  })
  await db('database_identity').insert({ id: randomUUID() })
  await db.schema.createTable('device_clocks', (t) => {
    t.uuid('epoch').primary()
    t.string('device_id', 60).notNullable()
    t.bigInteger('offset_ms').notNullable()
    t.string('found_by', 10).notNullable()
    t.string('stored_at', 30).notNullable()
  })
  await db.schema.alterTable('log_entries', (t) => t.uuid('clock_epoch'))
  await db.schema.createTable('plan_version_solutions', (t) => {
    t.uuid('plan_version_id').notNullable().references('plan_versions.id')
    t.string('key_hash', 64).notNullable().index()
    t.text('solution').notNullable()
    t.primary(['plan_version_id', 'key_hash'])
  })
}

/** Times read from a clock that was off go back to the offset stored beside the entry: what was measured later is lost. */
export async function down(db: Knex): Promise<void> {
  await db.schema.dropTable('plan_version_solutions')
  await db('log_entries')
    .whereNotNull('clock_epoch')
    .update({
      clock_offset_ms: db.raw(
        'coalesce((select offset_ms from device_clocks where device_clocks.epoch = log_entries.clock_epoch), clock_offset_ms)',
      ),
    })
  await db.raw('alter table log_entries drop column clock_epoch')
  await db.schema.dropTable('device_clocks')
  await db.schema.dropTable('database_identity')
}
