import * as z from 'zod'

/** One sample of a live logger. Signs and units as in recorded laps; what a logger does not have is left out. */
export const liveSampleSchema = z.object({
  /** rises by one from sample to sample, so that a gap is seen and filled */
  seq: z.number().int().min(0).max(1e9),
  /** UTC by the logger's clock, ms */
  timeMs: z.number().min(0),
  lat: z.number().min(-89).max(89),
  lon: z.number().min(-180).max(180),
  speedKmh: z.number().min(0).max(600).optional(),
  longG: z.number().min(-5).max(5).optional(),
  latG: z.number().min(-6).max(6).optional(),
  gear: z.number().int().min(-1).max(10).optional(),
  throttlePct: z.number().min(0).max(100).optional(),
  brakePct: z.number().min(0).max(100).optional(),
})
export type LiveSample = z.infer<typeof liveSampleSchema>

/** What a logger sends: who it is, and samples in order. */
export const liveBatchSchema = z.object({
  name: z.string().trim().min(1).max(80),
  /** the stint it rides in, or null until someone says */
  stintId: z.uuid().nullable(),
  /** a name that the logger makes when it is switched on; with a new name its samples count from 0 again */
  run: z.string().min(1).max(60).optional(),
  samples: z.array(liveSampleSchema).max(2000),
})
export type LiveBatch = z.infer<typeof liveBatchSchema>
/** The next sample that is wanted: lost samples are sent again from there. */
export const liveReceiptSchema = z.object({ nextSeq: z.number().int().min(0) })

export const loggerSchema = z.object({
  id: z.string().regex(/^[A-Za-z0-9_-]{1,60}$/, 'letters, digits, - and _'),
  name: z.string(),
  stintId: z.uuid().nullable(),
  nextSeq: z.number().int(),
  /** when its last sample arrived, by the server's clock, ms; null before the first */
  heardAtMs: z.number().nullable(),
  simulated: z.enum(['driving', 'paused', 'link dropped', 'finished']).nullable(),
  /** how far its clock is ahead of the server's, as far as its batches show, ms; null where nothing shows it */
  clockAheadMs: z.number().nullable(),
})
export type LiveLogger = z.infer<typeof loggerSchema>

/** A simulated student to drive and be streamed. */
export const simulatedLoggerSchema = z.object({
  stintId: z.uuid(),
  /** 0 a beginner, 1 steady as a machine */
  skill: z.number().min(0).max(1),
  /** faults it is given to, by code */
  faults: z.array(z.enum(['be', 'bl', 'bh', 'am', 'pl', 'xn'])).max(6),
  laps: z.number().int().min(1).max(30),
  /** times as fast as it would be driven; 1 but for trying things out */
  rate: z.number().min(1).max(60),
})
export type SimulatedLogger = z.infer<typeof simulatedLoggerSchema>
export const loggerCommandSchema = z.object({ command: z.enum(['drive', 'pause', 'drop link', 'link back', 'remove']) })
export type LoggerCommand = z.infer<typeof loggerCommandSchema>['command']
