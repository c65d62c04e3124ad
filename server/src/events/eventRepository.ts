import type { Knex } from 'knex'
import type { EventFile, EventReport, EventRow, FieldProblem } from '@ochote/contracts'
import { eventTables, type EventTable } from './eventTables'

type Stored = Record<string, unknown>

/** Something in the file does not fit the tables; nothing of it is stored. */
export class EventProblem extends Error {
  readonly fields: FieldProblem[]

  constructor(field: string, found: string, expected: string) {
    super(`${field}: found ${found}, expected ${expected}`)
    this.fields = [{ field, found, expected }]
  }
}

/** Undoes what was read so far: something differs, and nobody said what is kept. */
class Undecided extends Error {}

function parsed(value: unknown): unknown {
  if (typeof value !== 'string') return value
  try {
    return JSON.parse(value)
  } catch {
    return value
  }
}

/** SQLite has 0 and 1 where PostgreSQL has false and true, and gives large numbers as text. */
const BOOLEANS: ReadonlySet<string> = new Set(['archived', 'closed', 'first_session', 'other_types_cones'])
const NUMBERS: ReadonlySet<string> = new Set(['clock_offset_ms', 'offset_ms'])

function toFile({ json, own = [], bytes = [] }: EventTable, row: Stored): EventRow {
  const kept = Object.entries(row).filter(([column]) => !own.includes(column))
  const plain = kept.map(([column, value]) => {
    if (json.includes(column)) return [column, parsed(value)]
    if (bytes.includes(column)) return [column, Buffer.from(value as Uint8Array).toString('base64')]
    if (BOOLEANS.has(column)) return [column, Boolean(value)]
    return [column, NUMBERS.has(column) ? Number(value) : value]
  })
  return Object.fromEntries(plain) as EventRow
}

const toRow = ({ json, bytes = [] }: EventTable, row: EventRow): Stored =>
  Object.fromEntries(
    Object.entries(row).map(([column, value]) => {
      if (bytes.includes(column)) return [column, Buffer.from(String(value), 'base64')]
      return [column, json.includes(column) && typeof value !== 'string' ? JSON.stringify(value) : value]
    }),
  )

/** The same whatever the order of keys. */
function sameValue(a: unknown, b: unknown): boolean {
  if (a === b) return true
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false
  const [keys, others] = [Object.keys(a), Object.keys(b)]
  return keys.length === others.length && keys.every((key) => sameValue(Reflect.get(a, key), Reflect.get(b, key)))
}

const keyOf = ({ key }: EventTable, row: Stored) => Object.fromEntries(key.map((column) => [column, row[column]])) as Record<string, string>
const titleOf = ({ noun }: EventTable, row: EventRow) => `${noun} ${typeof row.name === 'string' ? `“${row.name}”` : ''}`.trim()

/** Whole days as files. */
export function eventRepository(db: Knex, schemaName: string) {
  return {
    /** Everything stored of a day. */
    write: async (dayId: string): Promise<EventFile> => {
      const tables: Record<string, EventRow[]> = {}
      for (const table of await eventTables(db, dayId)) {
        const rows = (await table.rows(db, dayId)) as Stored[]
        tables[table.name] = rows.map((row) => toFile(table, row))
      }
      return { ochote: { format: 'event', version: 1 }, schema: schemaName, dayId, tables }
    },
    /**
     * Stores what of an event is not there yet, all of it or nothing.
     * @param keepOurs - whether what differs stays as it is here; else nothing is stored where anything differs
     * @param check - reads what was stored, within the same change; what it throws undoes everything
     * @throws EventProblem where the file does not fit
     */
    read: async (event: EventFile, keepOurs: boolean, check: (trx: Knex) => Promise<void>): Promise<EventReport> => {
      if (event.schema !== schemaName) throw new EventProblem('schema', event.schema, `${schemaName}: an event of this version of Ochote`)
      const report = { isStored: true, dayId: event.dayId, added: 0, there: 0, differs: [] as EventReport['differs'] }
      try {
        await db.transaction(async (trx) => {
          for (const table of await eventTables(trx, event.dayId)) await readTable(trx, table, event.tables[table.name] ?? [], report)
          if (report.differs.length > 0 && !keepOurs) throw new Undecided()
          await check(trx)
        })
      } catch (error) {
        if (!(error instanceof Undecided)) throw error
        return { ...report, isStored: false }
      }
      return report
    },
  }
}

async function readTable(
  trx: Knex,
  table: EventTable,
  rows: readonly EventRow[],
  report: { added: number; there: number; differs: EventReport['differs'] },
): Promise<void> {
  const columns = Object.keys(await trx(table.name).columnInfo()).filter((column) => !table.own?.includes(column))
  for (const [k, row] of rows.entries()) {
    const at = `tables.${table.name}[${k}]`
    const strange = Object.keys(row).find((column) => !columns.includes(column))
    if (strange !== undefined) throw new EventProblem(`${at}.${strange}`, 'a field that is not known', `one of ${columns.join(', ')}`)
    const missing = columns.find((column) => !(column in row))
    if (missing !== undefined) throw new EventProblem(`${at}.${missing}`, 'nothing', 'a value')
    const key = keyOf(table, row)
    const ours = (await trx(table.name).where(key).first()) as Stored | undefined
    if (!ours) {
      await trx(table.name).insert(toRow(table, row))
      report.added++
      continue
    }
    const here = toFile(table, ours)
    const fields = columns.filter((column) => !sameValue(here[column], row[column]))
    if (fields.length === 0) report.there++
    else report.differs.push({ what: titleOf(table, row), fields })
  }
}
