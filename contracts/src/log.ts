import { z } from 'zod'

const id = z.uuid()
const severity = z.union([z.literal(1), z.literal(2), z.literal(3)])
const place = { lap: z.number().int().min(0).max(200), corner: z.string().min(1).max(6) }

/** What every entry of a stint's log carries. Entries are only ever added; a correction is an entry of its own. */
const common = {
  /** made by the device, so that sending an entry twice stores it once */
  id,
  stintId: id,
  deviceId: z.string().min(1).max(60),
  /** when it was tapped, by the device's clock */
  deviceTime: z.iso.datetime(),
}

export const logEntrySchema = z.discriminatedUnion('kind', [
  /** the car crosses the start/finish line: the first starts lap 1, each later one ends a lap and starts the next */
  z.object({ ...common, kind: z.literal('line') }),
  /** the car is in: the stint is over */
  z.object({ ...common, kind: z.literal('in') }),
  z.object({ ...common, ...place, kind: z.literal('fault'), code: z.string().length(2), severity }),
  z.object({ ...common, kind: z.literal('severity'), about: id, severity }),
  z.object({ ...common, ...place, kind: z.literal('better'), about: id }),
  z.object({ ...common, ...place, kind: z.literal('praise'), code: z.string().min(1).max(12) }),
  z.object({ ...common, kind: z.literal('undo'), about: id }),
])
export type LogEntry = z.infer<typeof logEntrySchema>

/** An entry as the server keeps it. */
export const storedEntrySchema = z.intersection(logEntrySchema, z.object({ serverTime: z.iso.datetime() }))
export type StoredEntry = z.infer<typeof storedEntrySchema>

export const logBatchSchema = z.object({ entries: z.array(logEntrySchema).min(1).max(500) })
/** Ids the server now holds, in the order sent; an entry it held already counts too. */
export const logReceiptSchema = z.object({ stored: z.array(id) })
