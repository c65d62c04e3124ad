import type { Knex } from 'knex'

const named = (table: Knex.CreateTableBuilder) => {
  table.uuid('id').primary()
  table.string('name', 120).notNullable()
}

/** Circuits, vehicles, people, schemes, days, plans, stints, their logs and debriefs. */
export async function up(db: Knex): Promise<void> {
  await db.schema.createTable('circuits', (t) => {
    named(t)
    t.double('length_m').notNullable()
    t.boolean('closed').notNullable()
    t.text('document').notNullable()
  })
  await db.schema.createTable('vehicles', (t) => {
    named(t)
    t.text('document').notNullable()
  })
  await db.schema.createTable('people', (t) => {
    named(t)
    t.string('role', 20).notNullable()
    t.text('experience').notNullable()
    t.text('wishes').notNullable()
  })
  await db.schema.createTable('marker_schemes', (t) => {
    named(t)
    t.text('looks').notNullable()
    t.text('stock').notNullable()
  })
  await db.schema.createTable('events', (t) => {
    named(t)
    t.string('day', 10).notNullable().index()
    t.uuid('circuit_id').notNullable().references('circuits.id')
    t.string('weather', 120).notNullable()
  })
  await db.schema.createTable('plans', (t) => {
    named(t)
    t.uuid('event_id').notNullable().references('events.id').index()
    t.uuid('circuit_id').notNullable().references('circuits.id')
    t.uuid('vehicle_id').notNullable().references('vehicles.id')
    t.uuid('marker_scheme_id').notNullable().references('marker_schemes.id')
    t.text('setup').notNullable()
    t.boolean('first_session').notNullable()
    t.text('cone_moves').notNullable()
    t.integer('version').notNullable()
  })
  await db.schema.createTable('stints', (t) => {
    t.uuid('id').primary()
    t.uuid('event_id').notNullable().references('events.id').index()
    t.uuid('plan_id').notNullable().references('plans.id')
    t.uuid('student_id').notNullable().references('people.id').index()
    t.uuid('instructor_id').notNullable().references('people.id')
    t.uuid('vehicle_id').notNullable().references('vehicles.id')
    t.integer('planned_laps').notNullable()
    t.string('starts_at', 5).notNullable()
    t.text('aims').notNullable()
    t.string('briefed_at', 30)
  })
  await db.schema.createTable('log_entries', (t) => {
    t.uuid('id').primary()
    t.uuid('stint_id').notNullable().references('stints.id').index()
    t.string('device_id', 60).notNullable()
    t.string('device_time', 30).notNullable()
    t.string('server_time', 30).notNullable()
    t.string('kind', 12).notNullable()
    t.integer('lap')
    t.string('corner', 6)
    t.string('code', 12)
    t.integer('severity')
    /** an entry may be corrected before the entry itself has arrived, so this names it without a foreign key */
    t.uuid('about')
  })
  await db.schema.createTable('debriefs', (t) => {
    t.uuid('stint_id').primary().references('stints.id')
    t.text('good').notNullable()
    t.text('work_on').notNullable()
    t.text('sentence').notNullable()
  })
}

export async function down(db: Knex): Promise<void> {
  for (const table of ['debriefs', 'log_entries', 'stints', 'plans', 'events', 'marker_schemes', 'people', 'vehicles', 'circuits']) {
    await db.schema.dropTable(table)
  }
}
