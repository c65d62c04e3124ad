import * as z from 'zod'

const id = z.uuid()

/** Largest file that is taken, bytes, as it comes. */
export const LARGEST_RECORDING = 60_000_000

export const lapFlaws = ['out', 'in', 'pit', 'gap', 'stop', 'off', 'after'] as const

/** What was read of a recording: enough to list it without opening it. */
const overviewSchema = z.object({
  rows: z.number().int().min(0),
  /** rows left out, by the reason */
  dropped: z.object({
    repeated: z.number().int().min(0),
    backwards: z.number().int().min(0),
    noPosition: z.number().int().min(0),
    cutOff: z.number().int().min(0),
  }),
  /** headers of columns that nothing is known of */
  unknown: z.array(z.string().max(200)).max(500),
  durationS: z.number().min(0),
  rateHz: z.number().min(0),
  channels: z.array(z.string().max(20)).max(40),
  derived: z.array(z.string().max(20)).max(40),
  /** share of it that lies on the circuit, 0 to 1; null where it lies on none that is stored */
  onTrack: z.number().min(0).max(1).nullable(),
  laps: z
    .array(
      z.object({
        lap: z.number().int().min(0),
        startS: z.number(),
        timeS: z.number(),
        complete: z.boolean(),
        flaws: z.array(z.enum(lapFlaws)),
      }),
    )
    .max(1000),
})
export type RecordingOverview = z.infer<typeof overviewSchema>

/** Whose a recording is. All of it may be open: a file can be looked at before anyone says. */
export const recordingOwnerSchema = z.object({
  stintId: id.nullable(),
  studentId: id.nullable(),
  note: z.string().trim().max(300),
})
export type RecordingOwner = z.infer<typeof recordingOwnerSchema>

/** A recording as it is listed. Its file and its columns are asked for apart. */
export const recordingSchema = recordingOwnerSchema.extend({
  id,
  /** the day that it was dropped on, or streamed in; null for a student's own file from elsewhere */
  dayId: id.nullable(),
  circuitId: id.nullable(),
  source: z.enum(['file', 'logger']),
  fileName: z.string().min(1).max(200),
  /** of the file as it came */
  sha256: z.string().length(64),
  sizeBytes: z.number().int().min(0),
  /** what it takes here: the packed file and the packed columns */
  keptBytes: z.number().int().min(0),
  addedAt: z.iso.datetime(),
  /** null where its clock tells no date */
  startedAt: z.iso.datetime().nullable(),
  /** why it was put where it is; empty where a person said so */
  guessed: z.string().max(300),
  overview: overviewSchema,
  version: z.number().int().min(1),
})
export type Recording = z.infer<typeof recordingSchema>

/** Asked with a file, whose bytes are the body. */
export const recordingUploadSchema = z.object({
  id,
  name: z.string().trim().min(1).max(200),
  dayId: id.optional(),
  stintId: id.optional(),
  studentId: id.optional(),
  /** when the file was last written, ms: about when the drive ended, where its clock tells no date */
  modifiedMs: z.coerce.number().int().min(0).optional(),
})

/** What columns of other names are, by header: the name of a known column, or empty to leave it out. */
export const columnMeaningsSchema = z.record(z.string().max(200), z.string().max(40))

/** A file that was taken, or one that was here before. */
export const recordingTakenSchema = z.object({ recording: recordingSchema, isNew: z.boolean() })
export type RecordingTaken = z.infer<typeof recordingTakenSchema>

export const recordingSaveSchema = z.object({ owner: recordingOwnerSchema, fromVersion: z.number().int().min(1) })
