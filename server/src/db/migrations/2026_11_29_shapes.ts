import { createHash } from 'node:crypto'
import type { Knex } from 'knex'

interface VehicleRow {
  id: string
  name: string
  document: string
}

/** Vehicles with the same physics; a name and notes make no difference to a plan. */
function physicsOf(document: string): string {
  const { name: _name, notes: _notes, ...physics } = JSON.parse(document) as Record<string, unknown>
  return JSON.stringify(physics)
}

/** "Hatch" from "Hatch 1", "Hatch 2"; the first name where they have nothing in common. */
function commonName(names: readonly string[]): string {
  const first = names[0]!
  let length = first.length
  for (const name of names) while (!name.startsWith(first.slice(0, length))) length--
  const common = names.length > 1 ? first.slice(0, length).replace(/[\s\d#-]+$/, '') : first
  return common.length > 1 ? common : first
}

/** One vehicle row becomes one car; vehicles with the same physics become cars of one type, which keeps the id of the first. */
async function splitVehicles(db: Knex): Promise<void> {
  await db.schema.renameTable('vehicles', 'vehicle_types')
  await db.schema.createTable('cars', (t) => {
    t.uuid('id').primary()
    t.string('name', 80).notNullable()
    t.string('number', 12).notNullable()
    t.uuid('vehicle_type_id').notNullable().references('vehicle_types.id')
    t.integer('seats').notNullable()
    t.text('notes').notNullable()
    t.integer('version').notNullable()
  })
  const vehicles = await db<VehicleRow>('vehicle_types').orderBy(['name', 'id'])
  const groups = new Map<string, VehicleRow[]>()
  for (const vehicle of vehicles) groups.set(physicsOf(vehicle.document), [...(groups.get(physicsOf(vehicle.document)) ?? []), vehicle])
  for (const group of groups.values()) {
    const [type, ...others] = group as [VehicleRow, ...VehicleRow[]]
    const name = commonName(group.map((v) => v.name))
    const document = JSON.stringify({ ...(JSON.parse(type.document) as object), name })
    await db('vehicle_types').where({ id: type.id }).update({ name, document })
    for (const car of group) {
      const { kind } = JSON.parse(car.document) as { kind: string }
      const row = { number: '', vehicle_type_id: type.id, seats: kind === 'car' ? 2 : 1, notes: '', version: 1 }
      await db('cars').insert({ id: car.id, name: car.name, ...row })
    }
    for (const other of others) await db('plans').where({ vehicle_id: other.id }).update({ vehicle_id: type.id })
  }
  await db.raw('alter table ?? rename column ?? to ??', ['plans', 'vehicle_id', 'vehicle_type_id'])
  await db.schema.alterTable('stints', (t) => {
    t.uuid('car_id').references('cars.id')
    t.boolean('other_types_cones').notNullable().defaultTo(false)
    t.integer('version').notNullable().defaultTo(1)
  })
  await db('stints').update({ car_id: db.ref('vehicle_id') })
  await db.schema.alterTable('stints', (t) => t.dropColumn('vehicle_id'))
  const stints = await db('stints')
    .join('cars', 'cars.id', 'stints.car_id')
    .join('plans', 'plans.id', 'stints.plan_id')
    .whereRaw('?? <> ??', ['cars.vehicle_type_id', 'plans.vehicle_type_id'])
    .select('stints.id')
  await db('stints')
    .whereIn(
      'id',
      stints.map((s: { id: string }) => s.id),
    )
    .update({ other_types_cones: true })
  const typeOf = new Map([...groups.values()].flatMap((group) => group.map((v) => [v.id, group[0]!.id])))
  for (const { id, content } of await db<{ id: string; content: string }>('plan_versions').select('id', 'content')) {
    const { vehicle, draft, ...rest } = JSON.parse(content) as { vehicle: { id: string }; draft: { vehicleId: string } }
    const { vehicleId, ...others } = draft
    const changed = {
      ...rest,
      draft: { ...others, vehicleTypeId: typeOf.get(vehicleId) ?? vehicleId },
      vehicleType: { ...vehicle, id: typeOf.get(vehicle.id) ?? vehicle.id },
    }
    await db('plan_versions')
      .where({ id })
      .update({ content: JSON.stringify(changed) })
  }
  // a vehicle that became a car of another's type is no type of its own
  await db('vehicle_types').whereNotIn('id', db('cars').select('vehicle_type_id')).delete()
}

/** A circuit's document is stored once, under its hash, for all the plan versions made on it. */
async function shareCircuits(db: Knex): Promise<void> {
  await db.schema.createTable('circuit_documents', (t) => {
    t.string('hash', 64).primary()
    t.text('document').notNullable()
  })
  await db.schema.alterTable('plan_versions', (t) => t.string('circuit_hash', 64).references('circuit_documents.hash'))
  for (const { id, content } of await db<{ id: string; content: string }>('plan_versions').select('id', 'content')) {
    const { circuit, ...rest } = JSON.parse(content) as { circuit: unknown }
    const document = JSON.stringify(circuit)
    const hash = createHash('sha256').update(document).digest('hex')
    await db('circuit_documents').insert({ hash, document }).onConflict('hash').ignore()
    await db('plan_versions')
      .where({ id })
      .update({ circuit_hash: hash, content: JSON.stringify(rest) })
  }
}

const entryFields = [
  ...['device_id', 'device_time', 'server_time', 'kind', 'lap', 'corner', 'code', 'severity', 'about', 'detail', 'clock_offset_ms'],
] as const

function entryColumns(t: Knex.CreateTableBuilder): void {
  t.string('device_id', 60).notNullable()
  t.string('device_time', 30).notNullable()
  t.string('server_time', 30).notNullable()
  t.string('kind', 12).notNullable()
  t.integer('lap')
  t.string('corner', 6)
  t.string('code', 12)
  t.integer('severity')
  /** a correction can arrive before the entry that it corrects, so this is no foreign key */
  t.uuid('about')
  t.text('detail').notNullable().defaultTo('{}')
  t.bigInteger('clock_offset_ms').notNullable().defaultTo(0)
}

/** Entries are numbered as they are stored, so that a page can ask for what came after its last one. */
async function numberEntries(db: Knex): Promise<void> {
  await db.schema.renameTable('log_entries', 'unnumbered_entries')
  await db.schema.createTable('log_entries', (t) => {
    t.increments('seq')
    t.uuid('id').notNullable().unique()
    t.uuid('stint_id').notNullable().references('stints.id')
    entryColumns(t)
    t.index(['stint_id', 'seq'])
  })
  const columns = ['id', 'stint_id', ...entryFields]
  const old = db('unnumbered_entries')
    .select(...columns)
    .orderBy(['server_time', 'device_time', 'id'])
  await db(db.raw('?? (' + columns.map(() => '??').join(', ') + ')', ['log_entries', ...columns])).insert(old)
  await db.schema.dropTable('unnumbered_entries')
}

interface OldSession {
  id: string
  content: string
}

/** Sessions, and who took part in what, in tables with foreign keys. */
async function makeSessionTables(db: Knex): Promise<void> {
  const old = await db<OldSession>('sessions').select('id', 'content')
  await db.schema.dropTable('sessions')
  await db.schema.createTable('sessions', (t) => {
    t.uuid('id').primary()
    t.uuid('day_id').notNullable().references('days.id').index()
    t.string('kind', 12).notNullable()
    t.string('name', 80).notNullable()
    t.string('starts_at', 5).notNullable()
    t.integer('version').notNullable()
    t.integer('laps')
    t.integer('laps_behind')
    t.specificType('gap_s', 'double precision')
    t.string('swap_after_corner', 6)
    t.specificType('interval_s', 'double precision')
    t.string('ends_at', 5)
  })
  await db.schema.createTable('session_stints', (t) => {
    t.uuid('session_id').notNullable().references('sessions.id')
    t.uuid('stint_id').notNullable().references('stints.id').index()
    t.integer('position').notNullable()
    t.primary(['session_id', 'stint_id'])
  })
  const known = new Set((await db<{ id: string }>('stints').select('id')).map((s) => s.id))
  for (const { id, content } of old) {
    const s = JSON.parse(content) as Record<string, unknown> & { stintIds: string[] }
    await db('sessions').insert({
      ...{ id, day_id: s.dayId, kind: s.kind, name: s.name, starts_at: s.startsAt, version: 1 },
      ...{ laps: s.laps ?? null, laps_behind: s.lapsBehind ?? null, gap_s: s.gapS ?? null },
      ...{ swap_after_corner: s.swapAfterCorner ?? null, interval_s: s.intervalS ?? null, ends_at: s.endsAt ?? null },
    })
    const stints = [...new Set(s.stintIds)].filter((stintId) => known.has(stintId))
    for (const [position, stint_id] of stints.entries()) await db('session_stints').insert({ session_id: id, stint_id, position })
  }
}

/** Ticks were keyed by a hash of the item's sentence. They now hold for the item whatever it says (core, `isCovered`). */
const anyFacts = (key: string): string => (key.startsWith('school-') ? key : key.replace(/-[0-9a-f]+$/, '-any'))

async function makeAttendanceTables(db: Knex): Promise<void> {
  await db.schema.createTable('day_people', (t) => {
    t.uuid('day_id').notNullable().references('days.id')
    t.uuid('person_id').notNullable().references('people.id').index()
    t.primary(['day_id', 'person_id'])
  })
  await db.schema.createTable('meeting_attendance', (t) => {
    t.uuid('day_id').notNullable().references('days.id')
    t.uuid('person_id').notNullable().references('people.id').index()
    t.primary(['day_id', 'person_id'])
  })
  for (const column of ['student_id', 'instructor_id']) {
    const rows = await db('stints').distinct('day_id', { person_id: column })
    for (const row of rows) await db('day_people').insert(row).onConflict(['day_id', 'person_id']).ignore()
  }
  const people = new Set((await db<{ id: string }>('people').select('id')).map((p) => p.id))
  for (const { day_id, content } of await db<{ day_id: string; content: string }>('meetings').select('day_id', 'content')) {
    const { present, done, ...rest } = JSON.parse(content) as { present: string[]; done: string[] }
    for (const person_id of new Set(present.filter((id) => people.has(id)))) await db('meeting_attendance').insert({ day_id, person_id })
    await db('meetings')
      .where({ day_id })
      .update({ content: JSON.stringify({ ...rest, done: done.map(anyFacts) }) })
  }
}

/** Vehicle types and cars, shared circuits, numbered entries, sessions and attendance in tables, a version on everything saved. */
export async function up(db: Knex): Promise<void> {
  await splitVehicles(db)
  await shareCircuits(db)
  await numberEntries(db)
  await makeSessionTables(db)
  await makeAttendanceTables(db)
  await db.schema.alterTable('people', (t) => t.integer('version').notNullable().defaultTo(1))
  await db.schema.alterTable('debriefs', (t) => t.integer('version').notNullable().defaultTo(1))
}

/** Every car becomes a vehicle of its own again; what a vehicle had no place for (number, seats, notes) is lost. */
async function joinVehicles(db: Knex): Promise<void> {
  const types = await db<VehicleRow & { version: number }>('vehicle_types')
  const cars = await db<{ id: string; name: string; vehicle_type_id: string }>('cars')
  const plans = await db<{ id: string; vehicle_type_id: string }>('plans').select('id', 'vehicle_type_id')
  const stints = await db<{ id: string; car_id: string }>('stints').select('id', 'car_id')
  await db.schema.alterTable('plans', (t) => t.dropColumn('vehicle_type_id'))
  await db.schema.alterTable('stints', (t) => t.dropColumns('car_id', 'other_types_cones', 'version'))
  // before the new table: PostgreSQL's name for its key is still that of the table which it was renamed from
  for (const table of ['cars', 'vehicle_types']) await db.schema.dropTable(table)
  await db.schema.createTable('vehicles', (t) => {
    t.uuid('id').primary()
    t.string('name', 120).notNullable()
    t.text('document').notNullable()
    t.integer('version').notNullable().defaultTo(1)
  })
  const vehicleOf = new Map<string, string>()
  for (const type of types) {
    const own = cars.filter((car) => car.vehicle_type_id === type.id)
    const vehicles = own.length > 0 ? own : [{ id: type.id, name: type.name }]
    vehicleOf.set(type.id, vehicles.find((v) => v.id === type.id)?.id ?? vehicles[0]!.id)
    for (const { id, name } of vehicles) {
      const document = JSON.stringify({ ...(JSON.parse(type.document) as object), name })
      await db('vehicles').insert({ id, name, document, version: type.version })
    }
  }
  const vehicleIdOf = (typeId: string) => vehicleOf.get(typeId) ?? typeId
  for (const table of ['plans', 'stints'] as const) await db.schema.alterTable(table, (t) => t.uuid('vehicle_id').references('vehicles.id'))
  for (const plan of plans)
    await db('plans')
      .where({ id: plan.id })
      .update({ vehicle_id: vehicleIdOf(plan.vehicle_type_id) })
  for (const stint of stints) await db('stints').where({ id: stint.id }).update({ vehicle_id: stint.car_id })
  for (const { id, content } of await db<{ id: string; content: string }>('plan_versions').select('id', 'content')) {
    const { vehicleType, draft, ...rest } = JSON.parse(content) as { vehicleType: { id: string }; draft: { vehicleTypeId: string } }
    const { vehicleTypeId, ...others } = draft
    const vehicle = { ...vehicleType, id: vehicleIdOf(vehicleType.id) }
    await db('plan_versions')
      .where({ id })
      .update({ content: JSON.stringify({ ...rest, draft: { ...others, vehicleId: vehicleIdOf(vehicleTypeId) }, vehicle }) })
  }
}

async function copyCircuits(db: Knex): Promise<void> {
  const rows = await db('plan_versions')
    .join('circuit_documents', 'circuit_documents.hash', 'plan_versions.circuit_hash')
    .select('plan_versions.id', 'plan_versions.content', 'circuit_documents.document')
  for (const { id, content, document } of rows as { id: string; content: string; document: string }[])
    await db('plan_versions')
      .where({ id })
      .update({ content: JSON.stringify({ ...(JSON.parse(content) as object), circuit: JSON.parse(document) as unknown }) })
  await db.schema.alterTable('plan_versions', (t) => t.dropColumn('circuit_hash'))
  await db.schema.dropTable('circuit_documents')
}

async function unnumberEntries(db: Knex): Promise<void> {
  await db.schema.renameTable('log_entries', 'numbered_entries')
  await db.schema.createTable('log_entries', (t) => {
    t.uuid('id').primary()
    t.uuid('stint_id').notNullable().references('stints.id').index()
    entryColumns(t)
  })
  const columns = ['id', 'stint_id', ...entryFields]
  const old = db('numbered_entries').select(...columns)
  await db(db.raw('?? (' + columns.map(() => '??').join(', ') + ')', ['log_entries', ...columns])).insert(old)
  await db.schema.dropTable('numbered_entries')
}

async function packSessions(db: Knex): Promise<void> {
  const sessions = await db<Record<string, unknown>>('sessions')
  const stints = await db<{ session_id: string; stint_id: string }>('session_stints').orderBy('position')
  await db.schema.dropTable('session_stints')
  await db.schema.dropTable('sessions')
  await db.schema.createTable('sessions', (t) => {
    t.uuid('id').primary()
    t.uuid('day_id').notNullable().references('days.id').index()
    t.string('starts_at', 5).notNullable()
    t.text('content').notNullable()
  })
  for (const s of sessions) {
    const fields = {
      ...{ id: s.id, dayId: s.day_id, kind: s.kind, name: s.name, startsAt: s.starts_at },
      stintIds: stints.filter((one) => one.session_id === s.id).map((one) => one.stint_id),
      ...{ laps: s.laps, lapsBehind: s.laps_behind, gapS: s.gap_s, swapAfterCorner: s.swap_after_corner },
      ...{ intervalS: s.interval_s, endsAt: s.ends_at },
    }
    const given = Object.fromEntries(Object.entries(fields).filter(([, value]) => value !== null))
    await db('sessions').insert({ id: s.id, day_id: s.day_id, starts_at: s.starts_at, content: JSON.stringify(given) })
  }
}

async function packAttendance(db: Knex): Promise<void> {
  const rows = await db<{ day_id: string; person_id: string }>('meeting_attendance').orderBy('person_id')
  for (const { day_id, content } of await db<{ day_id: string; content: string }>('meetings').select('day_id', 'content')) {
    const present = rows.filter((row) => row.day_id === day_id).map((row) => row.person_id)
    await db('meetings')
      .where({ day_id })
      .update({ content: JSON.stringify({ ...(JSON.parse(content) as object), present }) })
  }
  for (const table of ['meeting_attendance', 'day_people']) await db.schema.dropTable(table)
}

export async function down(db: Knex): Promise<void> {
  for (const table of ['people', 'debriefs']) await db.schema.alterTable(table, (t) => t.dropColumn('version'))
  await packAttendance(db)
  await packSessions(db)
  await unnumberEntries(db)
  await copyCircuits(db)
  await joinVehicles(db)
}
