import { storedEntrySchema, type LogEntry, type StoredEntry } from '@ochote/contracts'
import type { z } from 'zod'

export interface EntryRow {
  seq: number
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
  clock_offset_ms: number | string
  clock_epoch: string | null
}

/** A row with the offset that was measured for its clock, if one was. */
export interface TimedRow extends EntryRow {
  measured_ms: number | string | null
}

/** Fields with columns of their own; the rest of an entry is stored as JSON beside them. */
const withColumns = ['lap', 'corner', 'code', 'severity', 'about'] as const

/** The entry in a row, or why it cannot be read: one bad row must not take its whole log with it. */
export function readEntry(row: TimedRow): z.ZodSafeParseResult<StoredEntry> {
  const { seq, id, stint_id, device_id, device_time, server_time, detail, clock_offset_ms, measured_ms, clock_epoch, ...own } = row
  const present = Object.fromEntries(Object.entries(own).filter(([, value]) => value !== null))
  const clockOffsetMs = Number(measured_ms ?? clock_offset_ms) // PostgreSQL sends large whole numbers as text
  return storedEntrySchema.safeParse({
    ...jsonOr(detail, {}),
    seq,
    id,
    stintId: stint_id,
    deviceId: device_id,
    deviceTime: device_time,
    serverTime: server_time,
    ...(clockOffsetMs === 0 ? {} : { clockOffsetMs }),
    ...(clock_epoch === null ? {} : { clockEpoch: clock_epoch }),
    ...present,
  })
}

function jsonOr(text: string, otherwise: object): object {
  try {
    return JSON.parse(text) as object
  } catch {
    return otherwise
  }
}

export function fromEntry(entry: LogEntry, serverTime: string): Omit<EntryRow, 'seq'> {
  const { id, stintId, deviceId, deviceTime, kind, clockOffsetMs = 0, clockEpoch = null, ...own } = entry
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
    clock_epoch: clockEpoch,
  }
}
