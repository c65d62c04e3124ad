import type { Knex } from 'knex'
import {
  debriefSchema,
  stintSchema,
  storedEntrySchema,
  type BriefSave,
  type Debrief,
  type LogEntry,
  type Stint,
  type StintView,
  type StoredEntry,
} from '@ochote/contracts'

interface StintRow {
  id: string
  day_id: string
  plan_id: string
  student_id: string
  instructor_id: string
  vehicle_id: string
  planned_laps: number
  starts_at: string
  aims: string
  briefed_at: string | null
  plan_version_id: string | null
}

interface EntryRow {
  id: string
  stint_id: string
  device_id: string
  device_time: string
  server_time: string
  kind: string
  lap: number | null
  corner: string | null
  code: string | null
  severity: number | null
  about: string | null
  detail: string
  clock_offset_ms: number
}

interface DebriefRow {
  stint_id: string
  good: string
  work_on: string
  sentence: string
}

const toStint = (row: StintRow): Stint =>
  stintSchema.parse({
    id: row.id,
    dayId: row.day_id,
    planId: row.plan_id,
    studentId: row.student_id,
    instructorId: row.instructor_id,
    vehicleId: row.vehicle_id,
    plannedLaps: row.planned_laps,
    startsAt: row.starts_at,
    aims: JSON.parse(row.aims),
    briefedAt: row.briefed_at,
    planVersionId: row.plan_version_id,
  })

/** Fields of entries that have columns of their own; whatever else a kind has is kept beside them. */
const withColumns = ['lap', 'corner', 'code', 'severity', 'about'] as const

const toEntry = (row: EntryRow): StoredEntry => {
  const { id, stint_id, device_id, device_time, server_time, detail, clock_offset_ms, ...own } = row
  const present = Object.fromEntries(Object.entries(own).filter(([, value]) => value !== null))
  return storedEntrySchema.parse({
    ...(JSON.parse(detail) as object),
    id,
    stintId: stint_id,
    deviceId: device_id,
    deviceTime: device_time,
    serverTime: server_time,
    ...(clock_offset_ms === 0 ? {} : { clockOffsetMs: clock_offset_ms }),
    ...present,
  })
}

const fromEntry = (entry: LogEntry, serverTime: string): EntryRow => {
  const { id, stintId, deviceId, deviceTime, kind, clockOffsetMs = 0, ...own } = entry
  const fields: Record<string, unknown> = own
  const columns = Object.fromEntries(withColumns.map((name) => [name, fields[name] ?? null]))
  const rest = Object.entries(fields).filter(([name]) => !(withColumns as readonly string[]).includes(name))
  return {
    id,
    stint_id: stintId,
    device_id: deviceId,
    device_time: deviceTime,
    server_time: serverTime,
    kind,
    ...(columns as Pick<EntryRow, (typeof withColumns)[number]>),
    detail: JSON.stringify(Object.fromEntries(rest)),
    clock_offset_ms: clockOffsetMs,
  }
}

const toDebrief = (row: DebriefRow): Debrief =>
  debriefSchema.parse({ stintId: row.stint_id, good: JSON.parse(row.good), workOn: JSON.parse(row.work_on), sentence: row.sentence })

/** Stints with their logs and debriefs as they are stored. */
export function stintRepository(db: Knex) {
  /** Stints with what belongs to them, in three queries whatever their number. */
  const files = async (rows: StintRow[]): Promise<StintView[]> => {
    const ids = rows.map((row) => row.id)
    const entries = await db<EntryRow>('log_entries').whereIn('stint_id', ids).orderBy(['device_time', 'id'])
    const debriefs = await db<DebriefRow>('debriefs').whereIn('stint_id', ids)
    return rows.map((row) => {
      const debrief = debriefs.find((d) => d.stint_id === row.id)
      return {
        stint: toStint(row),
        log: entries.filter((e) => e.stint_id === row.id).map(toEntry),
        debrief: debrief ? toDebrief(debrief) : null,
      }
    })
  }
  const stints = () => db<StintRow>('stints')
  return {
    find: async (id: string): Promise<StintView | undefined> => (await files(await stints().where({ id })))[0],
    viewsForDay: async (dayId: string): Promise<StintView[]> => files(await stints().where({ day_id: dayId }).orderBy(['starts_at', 'id'])),
    viewsForStudent: async (studentId: string): Promise<StintView[]> =>
      files(await stints().where({ student_id: studentId }).orderBy(['starts_at', 'id'])),
    add: async (stint: Stint): Promise<void> => {
      await db('stints')
        .insert({
          id: stint.id,
          day_id: stint.dayId,
          plan_id: stint.planId,
          student_id: stint.studentId,
          instructor_id: stint.instructorId,
          vehicle_id: stint.vehicleId,
          planned_laps: stint.plannedLaps,
          starts_at: stint.startsAt,
          aims: JSON.stringify(stint.aims),
          briefed_at: stint.briefedAt,
          plan_version_id: stint.planVersionId,
        })
        .onConflict('id')
        .ignore()
    },
    saveBrief: async (id: string, { aims, briefedAt }: BriefSave): Promise<void> => {
      await db('stints')
        .where({ id })
        .update({ aims: JSON.stringify(aims), briefed_at: briefedAt })
    },
    /** Says which version of the plan a stint was driven on; one that was said before stays. */
    setPlanVersion: async (id: string, planVersionId: string): Promise<void> => {
      await db('stints').where({ id, plan_version_id: null }).update({ plan_version_id: planVersionId })
    },
    /** Adds entries to a stint's log in one transaction; those it holds already stay as they are. */
    addEntries: async (entries: readonly LogEntry[], serverTime: string): Promise<void> => {
      const ROWS_A_STATEMENT = 50
      await db.transaction(async (trx) => {
        for (let i = 0; i < entries.length; i += ROWS_A_STATEMENT) {
          const rows = entries.slice(i, i + ROWS_A_STATEMENT).map((e) => fromEntry(e, serverTime))
          await trx('log_entries').insert(rows).onConflict('id').ignore()
        }
      })
    },
    saveDebrief: async ({ stintId, good, workOn, sentence }: Debrief): Promise<void> => {
      await db('debriefs')
        .insert({ stint_id: stintId, good: JSON.stringify(good), work_on: JSON.stringify(workOn), sentence })
        .onConflict('stint_id')
        .merge()
    },
  }
}
export type StintRepository = ReturnType<typeof stintRepository>
